/** What happens when the browser itself fails the artist. */
import { readdir, readFile } from 'node:fs/promises';
import { expect, test, type Worker } from './test';
import { newScene as blankScene } from '../core/scene/model/make';
import { assetsMentioned } from '../core/scene/model/assets-mentioned';
import { everyLayer, type Scene } from '../core/scene/model/schema';
import {
  add,
  bytesOf,
  cards,
  depth,
  drawClosed,
  exported,
  newScene,
  newSceneFromShelf,
  saved,
  openExample,
  settled,
} from './bench-page';
import { storeScenes } from './stored-scenes';

test('where the browser keeps nothing, the app says so and goes on', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      value: {
        open: () => {
          throw new DOMException('blocked', 'SecurityError');
        },
      },
    });
  });
  await newSceneFromShelf(page, 300, 200);
  await expect(page.getByText('This scene will not be saved')).toBeVisible();
  const status = page.getByRole('status').filter({ hasText: /^In this page only$/ });
  await expect(status).toBeVisible();
  await drawClosed(page, [40, 40], [250, 60], [150, 170]);
  await expect(cards(page)).toHaveCount(1);
  expect((await exported(page)).length).toBeGreaterThan(500);
  await expect(status).toBeVisible();
});

test('a full browser is reported, and the scene is saved as soon as there is room', async ({
  page,
}) => {
  await newScene(page, 300, 200);
  await page.evaluate(() => {
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    Object.assign(window, { makeRoom: () => (IDBObjectStore.prototype.put = put) });
  });
  await drawClosed(page, [40, 40], [250, 60], [150, 170]);
  await expect(page.getByText('The browser has no room left')).toBeVisible();
  const status = page.getByRole('status').filter({ hasText: /^Not saved: trying again$/ });
  await expect(status).toBeVisible();
  await expect(cards(page)).toHaveCount(1);
  // Who leaves now is asked, and stays.
  const asked = page.waitForEvent('dialog').then(async (dialog) => {
    const type = dialog.type();
    await dialog.dismiss();
    return type;
  });
  await page.evaluate(() => setTimeout(() => location.assign('/'), 0));
  expect(await asked).toBe('beforeunload');
  await page.evaluate(() => (window as unknown as { makeRoom(): void }).makeRoom());
  await saved(page);
  await page.reload();
  await settled(page);
  await expect(cards(page)).toHaveCount(1);
});

test('a damaged scene does not take the shelf with it: what is there is saved, or deleted', async ({
  page,
}) => {
  await storeScenes(page, [
    { id: 'whole', scene: blankScene('Tide', 300, 200, null) },
    { id: 'broken', scene: { layers: 'none' } },
  ]);
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'Open Tide' })).toBeVisible();
  const damaged = page.getByRole('listitem', { name: 'A damaged scene' });
  await expect(damaged).toContainText('cannot be opened');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    damaged.getByRole('button', { name: 'Save what is there' }).click(),
  ]);
  expect(JSON.parse((await bytesOf(file)).toString())).toEqual({
    id: 'broken',
    scene: { layers: 'none' },
  });
  await damaged.getByRole('button', { name: 'Delete' }).click();
  await expect(damaged).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Open Tide' })).toBeVisible();
});

for (const [how, end] of [
  [
    'fails',
    () =>
      setTimeout(() => {
        throw new Error('out of memory');
      }, 0),
  ],
  ['ends itself without a word', () => setTimeout(() => self.close(), 0)],
] as const)
  test(`a worker that ${how} is replaced, and the picture is made again`, async ({ page }) => {
    const workers: Worker[] = [];
    page.on('worker', (w) => workers.push(w));
    await openExample(page, 'Heron in neon');
    const before = workers.length;
    await workers.findLast((w) => w.url().includes('engine'))!.evaluate(end);
    await page.getByRole('button', { name: 'Hide Heron' }).click();
    await expect.poll(() => workers.length).toBeGreaterThan(before);
    await settled(page);
    await expect(page.getByText('The picture could not be made')).toHaveCount(0);
  });

test('a worker that hangs is ended, and the picture is made by another', async ({ page }) => {
  const workers: Worker[] = [];
  page.on('worker', (w) => workers.push(w));
  await newScene(page, 300, 200);
  const before = workers.length;
  // It never answers again, and the next request with it.
  await workers
    .findLast((w) => w.url().includes('engine'))!
    .evaluate(
      () =>
        void setTimeout(() => {
          for (;;);
        }, 0),
    );
  // The notice stands only for a while: it is waited for while the layer is added.
  await Promise.all([
    expect(page.getByText('The picture took too long')).toBeVisible({ timeout: 40_000 }),
    add(page, 'Fill'),
  ]);
  await expect.poll(() => workers.length).toBeGreaterThan(before);
  await settled(page);
  await saved(page);
});

test('a scene that ended the page twice opens without its picture, and can be saved', async ({
  page,
  context,
}) => {
  await newScene(page, 300, 200);
  await add(page, 'Fill');
  await saved(page);
  const address = page.url();
  await page.close();
  const again = await context.newPage();
  // The page ended without a word each time: the notes it leaves are still there.
  await again.addInitScript(() =>
    localStorage.setItem('ignis-opening', JSON.stringify({ scene: 'new', times: 2 })),
  );
  await again.goto(address);
  const notice = again.getByRole('alert').filter({ hasText: 'The picture is not made yet' });
  await expect(notice).toContainText('the page ended before its picture stood');
  const [file] = await Promise.all([
    again.waitForEvent('download'),
    notice.getByRole('button', { name: 'Save the scene as a file' }).click(),
  ]);
  expect((await bytesOf(file)).length).toBeGreaterThan(300);
  await again.getByRole('button', { name: 'Hide Fill' }).click();
  await notice.getByRole('button', { name: 'Make the picture' }).click();
  await expect(notice).toHaveCount(0);
  await settled(again);
});

test('when the room gets tight the shelf says so, and which scenes take it up', async ({
  page,
}) => {
  await page.addInitScript(() => {
    navigator.storage.estimate = () => Promise.resolve({ usage: 850e6, quota: 1e9 });
  });
  const guides = Array.from({ length: 5000 }, (_, i) => ({ id: `g${i}`, axis: 'x', at: i }));
  const large = { ...blankScene('Harbour', 300, 200, null), guides };
  await storeScenes(page, [
    { id: 'small', scene: blankScene('Tide', 300, 200, null) },
    { id: 'large', scene: large },
  ]);
  await page.goto('/');
  const notice = page.getByRole('alert').filter({ hasText: 'nearly full' });
  await expect(notice).toContainText('850 MB of 1.0 GB');
  await notice.getByRole('button', { name: 'What takes up the room' }).click();
  const rows = page.getByRole('dialog').getByRole('listitem');
  await expect(rows.first()).toContainText('Harbour');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    rows.first().getByRole('button', { name: 'Save as a file' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('Harbour.ignis');
  await rows.first().getByRole('button', { name: 'Delete' }).click();
  await expect(rows).toHaveCount(1);
});

test('a scene that is not there has an address that says so', async ({ page }) => {
  await page.goto('/scene/nothing');
  await expect(page.getByRole('alert')).toContainText('not on your shelf');
  await page.goto('/elsewhere');
  await expect(page.getByText('There is nothing at this address.')).toBeVisible();
});

test('the page is isolated, and nothing is asked of another server', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (r) => asked.push(r.url()));
  await openExample(page, 'Heron in neon');
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
  expect(asked.filter((u) => !/^(http:\/\/localhost:|blob:|data:)/.test(u))).toEqual([]);
});

test('scenes that every older version kept open on the bench, with their pictures', async ({
  page,
}) => {
  const at = (path: string) => new URL(path, import.meta.url);
  const files = (await readdir(at('../core/testing/saved-scenes/'))).sort();
  const scenes = await Promise.all(
    files.map(async (f) => ({
      id: f.replace('.json', ''),
      scene: JSON.parse(await readFile(at(`../core/testing/saved-scenes/${f}`), 'utf8')) as object,
    })),
  );
  // A unit test opens each of them; here the oldest, one between, and the newest are seen on the bench.
  const opened = [scenes.at(0)!, scenes.at(4)!, scenes.at(-1)!];
  const needed = new Set(opened.flatMap((s) => [...assetsMentioned(s.scene)]));
  const pictures = new Map<string, string>();
  for (const folder of await readdir(at('../demo/scenes/')))
    for (const name of await readdir(at(`../demo/scenes/${folder}/assets/`)).catch(() => []))
      if (needed.has(name))
        pictures.set(
          name,
          (await readFile(at(`../demo/scenes/${folder}/assets/${name}`))).toString('base64'),
        );
  // The database as the older app made it.
  await storeScenes(page, scenes, [...pictures], 20);
  for (const { id, scene } of opened) {
    await page.goto(`/scene/${id}`);
    await settled(page);
    await expect(page.getByText('The picture could not be made')).toHaveCount(0);
    expect((await depth(page)).length).toBe(everyLayer((scene as Scene).layers).length);
  }
});

test('a fault of the chain stays in the chain, and the scene can be saved or tried again', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  // What numbers are written with fails while the chain draws itself anew.
  await page.evaluate(() => {
    const own = Number.prototype.toFixed;
    Object.assign(window, { mend: () => (Number.prototype.toFixed = own) });
    Number.prototype.toFixed = () => {
      throw new Error('out of figures');
    };
  });
  await cards(page).first().click();
  const fault = page.getByRole('alert').filter({ hasText: 'The chain has stopped' });
  await expect(fault).toBeVisible();
  await expect(page.getByTestId('picture')).toBeVisible();
  await expect(cards(page).first()).toBeVisible();
  await page.evaluate(() => (window as unknown as { mend(): void }).mend());
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    fault.getByRole('button', { name: 'Save the scene as a file' }).click(),
  ]);
  expect((await bytesOf(file)).length).toBeGreaterThan(1000);
  await fault.getByRole('button', { name: 'Try again' }).click();
  await expect(fault).toHaveCount(0);
});
