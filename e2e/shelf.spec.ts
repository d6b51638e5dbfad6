/** The shelf: making, finding, naming, copying, deleting scenes; saving and opening files. */
import { strToU8, zipSync } from 'fflate';
import { expect, test } from './test';
import { newFill, newPicture, newScene as blankScene } from '../core/scene/model/make';
import {
  cards,
  depth,
  dropOnStage,
  madePicture,
  newScene,
  newSceneFromShelf,
  openExample,
  saved,
  savedFile,
  settled,
} from './bench-page';

const own = (name: string) => new RegExp(`^Open ${name}$`);

test('scenes are made, found, named, copied and deleted, and a deletion is taken back', async ({
  page,
}) => {
  await newSceneFromShelf(page, 800, 600);
  await expect(page.getByTestId('scene-area')).toHaveAttribute('data-width', '800');
  await page.getByRole('textbox', { name: 'Name of the scene' }).fill('Ember pier');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('button', { name: own('Ember pier') })).toBeVisible();

  await page.getByRole('textbox', { name: 'Name of Ember pier' }).fill('Tide');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'More about Tide' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByRole('button', { name: own('Tide copy') })).toBeVisible();

  await page.getByRole('searchbox').fill('copy');
  await expect(page.getByRole('button', { name: own('Tide') })).toHaveCount(0);
  await page.getByRole('button', { name: 'More about Tide copy' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('button', { name: own('Tide copy') })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: own('Tide copy') })).toBeVisible();
});

test('a saved scene is opened again from its file', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  const file = await savedFile(page);
  await page.goto('/');
  await page
    .getByLabel('Open a saved scene')
    .setInputFiles({ name: 'heron.ignis', mimeType: 'application/zip', buffer: file });
  await page.waitForURL(/\/scene\//);
  await settled(page);
  expect(await depth(page)).toEqual(['Pier at dusk', 'Ember line', 'Heron', 'Tide line']);
});

test('an example stands on the bench at once, is stopped there, and says there what is wrong', async ({
  page,
}) => {
  const example = page.getByRole('button', { name: /^Lamp on the pier/ });
  let answer = () => {};
  const isAsked = new Promise<void>((done) => (answer = done));
  await page.route('**/examples/*.ignis', async (route) => {
    await isAsked;
    await route.fulfill({ status: 500 });
  });
  await page.goto('/');
  await example.click();
  await expect(page.getByTestId('cover')).toBeVisible();
  await expect(page.getByText('Opening Lamp on the pier…')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(example).toBeVisible();
  await expect(page.getByRole('button', { name: /^Open / })).toHaveCount(2);

  await example.click();
  await expect(page.getByText('Opening Lamp on the pier…')).toBeVisible();
  answer();
  await expect(page.getByRole('alert')).toHaveText(/The server does not answer/);
  await page.getByRole('button', { name: 'To the shelf' }).click();

  await page.unroute('**/examples/*.ignis');
  await example.click();
  await settled(page);
  await saved(page);
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('button', { name: own('Lamp on the pier') })).toBeVisible();
});

test('a file whose picture is damaged opens without it, and is saved without what is lost', async ({
  page,
}) => {
  const asset = `${'a'.repeat(64)}.png`;
  const scene = blankScene('Weir', 300, 200, '#102030');
  const shown = { kind: 'picture', asset, width: 30, height: 20 } as const;
  const pier = newPicture('Pier', shown, scene, { x: 150, y: 100 }, true);
  scene.layers.push(newFill('Ground', '#304050'), pier);
  const file = zipSync({
    'scene.json': strToU8(JSON.stringify(scene)),
    [`assets/${asset}`]: strToU8('no picture'),
  });
  await page.goto('/');
  await page.getByLabel('Open a saved scene').setInputFiles({
    ...{ name: 'Weir.ignis', mimeType: 'application/zip', buffer: Buffer.from(file) },
  });
  await page.waitForURL(/\/scene\//);
  await expect(page.getByText('“Pier”. The file still holds the scene as it was.')).toBeVisible();
  await settled(page);
  expect(await depth(page)).toEqual(['Ground']);
  // The browser loses a picture of a scene that is open: the file is saved without it, and says so.
  const picture = await madePicture(page, 'image/png', 40, 30);
  await dropOnStage(page, 'reed.png', picture, [100, 100]);
  await expect(cards(page)).toHaveCount(2);
  await saved(page);
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const opening = indexedDB.open('ignis');
        opening.onsuccess = () => {
          const put = opening.result.transaction('assets', 'readwrite');
          const store = put.objectStore('assets');
          store.getAllKeys().onsuccess = (e) => {
            for (const name of (e.target as IDBRequest<string[]>).result)
              store.put({ name, bytes: new Blob(['lost']) });
          };
          put.oncomplete = () => (opening.result.close(), done());
        };
      }),
  );
  await savedFile(page);
  await expect(page.getByText('The file is saved without what is damaged')).toBeVisible();
});

test('files that the installed app is opened with become scenes', async ({ page }) => {
  const file = zipSync({
    'scene.json': strToU8(JSON.stringify(blankScene('Sluice', 300, 200, '#102030'))),
  });
  await page.addInitScript(
    (bytes) => {
      const opened = new File([Uint8Array.from(bytes)], 'Sluice.ignis');
      Object.defineProperty(window, 'launchQueue', {
        value: {
          setConsumer: (consumer: (launch: object) => void) =>
            setTimeout(
              () => consumer({ files: [{ getFile: () => Promise.resolve(opened) }] }),
              500,
            ),
        },
      });
    },
    [...file],
  );
  await page.goto('/');
  await page.waitForURL(/\/scene\//);
  await expect(page.getByRole('textbox', { name: 'Name of the scene' })).toHaveValue('Sluice');
});

test('a new scene cannot be larger than can be worked on', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByLabel('Width, px').fill('16000');
  await page.getByLabel('Height, px').fill('16000');
  await expect(page.getByRole('alert')).toContainText('100 megapixels');
  await expect(page.getByRole('button', { name: 'Make the scene' })).toBeDisabled();
  await page.getByRole('button', { name: /^Poster/ }).click();
  await expect(page.getByLabel('Height, px')).toHaveValue('3508');
  await page.getByRole('button', { name: 'Make the scene' }).click();
  await page.waitForURL(/\/scene\//);
});

const bad: [string, string, () => Buffer, RegExp][] = [
  ['no zip', 'broken.ignis', () => Buffer.from('nothing'), /“broken\.ignis” is no Ignis scene/],
  [
    'a scene of a newer version',
    'new.ignis',
    () =>
      Buffer.from(
        zipSync({
          'scene.json': strToU8(JSON.stringify({ ...blankScene('A', 9, 9, null), version: 99 })),
        }),
      ),
    /saved by a newer Ignis/,
  ],
  [
    'a scene with a wrong type',
    'odd.ignis',
    () =>
      Buffer.from(
        zipSync({
          'scene.json': strToU8(JSON.stringify({ ...blankScene('A', 9, 9, null), width: 'wide' })),
        }),
      ),
    /\$\.width: This must be a number, and is text/,
  ],
];
for (const [what, name, make, message] of bad)
  test(`the shelf says what is wrong with ${what}, and stays as it is`, async ({ page }) => {
    await page.goto('/');
    await page
      .getByLabel('Open a saved scene')
      .setInputFiles({ name, mimeType: 'application/zip', buffer: make() });
    await expect(page.getByText(message)).toBeVisible();
    await expect(page).toHaveURL('/');
    await expect(page.getByRole('button', { name: 'New scene' })).toBeEnabled();
  });

test('a picture is dropped as a layer where the pointer is, fitted unless Alt is held', async ({
  page,
}) => {
  await newScene(page, 400, 300);
  const picture = await madePicture(page, 'image/png', 800, 300);
  await dropOnStage(page, 'wide.png', picture, [200, 100]);
  await expect(cards(page)).toHaveCount(1);
  await expect(page.getByRole('spinbutton', { name: 'Width', exact: true })).toHaveValue('50');
  await dropOnStage(page, 'wide.png', picture, [200, 100], true);
  await expect(cards(page)).toHaveCount(2);
  await expect(page.getByRole('spinbutton', { name: 'Width', exact: true })).toHaveValue('100');
  await expect(page.getByRole('spinbutton', { name: 'X', exact: true })).toHaveValue('-200');
});
