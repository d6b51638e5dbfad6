/** One scene in several tabs, on the shelf, and some time ago. */
import { expect, test, type BrowserContext, type Page } from './test';
import { add, cards, depth, drawClosed, newScene, saved, settled } from './bench-page';

const readOnly = (page: Page) => page.getByText('Another tab works on this scene. You see');

async function secondTab(
  context: BrowserContext,
  address: string,
  init: () => void = () => undefined,
): Promise<Page> {
  const page = await context.newPage();
  await page.addInitScript(init);
  await page.goto(address);
  return page;
}

async function addFill(page: Page): Promise<void> {
  // A menu opens only in the tab that is in front.
  await page.bringToFront();
  await add(page, 'Fill');
}

async function rename(page: Page, name: string): Promise<void> {
  await page.bringToFront();
  await page.getByRole('textbox', { name: 'Name of Fill' }).fill(name);
  await page.keyboard.press('Enter');
}

test('one tab works on a scene, another sees it live, and takes over with one click', async ({
  page,
  context,
}) => {
  await newScene(page, 300, 200);
  await addFill(page);
  await saved(page);
  const other = await secondTab(context, page.url());
  await settled(other);
  await expect(readOnly(other)).toBeVisible();
  await expect(cards(other)).toHaveCount(1);
  // What the first does the second sees; what the second tries is not done, and it is told why.
  await drawClosed(page, [40, 40], [250, 60], [150, 170]);
  await expect(cards(other)).toHaveCount(2);
  await other.keyboard.press('Delete');
  await expect(other.getByText('Press Work here to go on in this tab')).toBeVisible();
  await expect(cards(other)).toHaveCount(2);
  // The last change of the first is not stored yet when the second takes over.
  await page.getByRole('textbox', { name: 'Name of the scene' }).fill('Ember quay');
  await page.keyboard.press('Enter');
  await other.getByRole('button', { name: 'Work here' }).click();
  await expect(readOnly(page)).toBeVisible();
  await expect(readOnly(other)).toHaveCount(0);
  await expect(other.getByRole('textbox', { name: 'Name of the scene' })).toHaveValue('Ember quay');
  await addFill(other);
  await expect(cards(page)).toHaveCount(3);
  // The tab that works on it is closed: the other goes on by itself.
  await saved(other);
  await other.close();
  await expect(readOnly(page)).toHaveCount(0);
  await addFill(page);
  await expect(cards(page)).toHaveCount(4);
  await saved(page);
});

test('a rename on the shelf and work on the bench do not undo each other', async ({
  page,
  context,
}) => {
  await newScene(page, 300, 200);
  await addFill(page);
  await saved(page);
  const shelf = await secondTab(context, '/');
  const name = shelf.getByRole('textbox', { name: 'Name of Untitled' });
  await name.fill('Lock gate');
  await shelf.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name of the scene' })).toHaveValue('Lock gate');
  await addFill(page);
  await saved(page);
  // The shelf follows the bench too.
  await page.getByRole('textbox', { name: 'Name of the scene' }).fill('Lock gate at night');
  await page.keyboard.press('Enter');
  await expect(shelf.getByRole('button', { name: 'Open Lock gate at night' })).toBeVisible();
  await page.reload();
  await settled(page);
  await expect(cards(page)).toHaveCount(2);
  await expect(page.getByRole('textbox', { name: 'Name of the scene' })).toHaveValue(
    'Lock gate at night',
  );
});

test('where the browser has no locks, what two tabs made is both kept', async ({
  page,
  context,
}) => {
  const withoutLocks = () =>
    void Object.defineProperty(navigator, 'locks', { value: undefined, configurable: true });
  await page.addInitScript(withoutLocks);
  await newScene(page, 300, 200);
  await addFill(page);
  await saved(page);
  const other = await secondTab(context, page.url(), withoutLocks);
  await settled(other);
  await expect(readOnly(other)).toHaveCount(0);
  // The other changes it, cannot store that three times, and has it still to store when the first stores its own.
  await other.clock.install();
  await other.evaluate(() => {
    const { put } = IDBObjectStore.prototype;
    let refused = 0;
    IDBObjectStore.prototype.put = () => {
      if (++refused === 3) {
        IDBObjectStore.prototype.put = put;
        document.body.dataset.refused = 'true';
      }
      throw new DOMException('busy', 'UnknownError');
    };
  });
  await rename(other, 'There');
  await expect(other.getByText('Not saved: trying again')).toBeVisible();
  await expect(other.locator('body[data-refused]')).toBeAttached();
  await rename(page, 'Here');
  await expect(other.getByText('Another tab has changed this scene too')).toBeVisible();
  expect(await depth(other)).toEqual(['Here']);
  await other.clock.fastForward(20_000);
  await page.goto('/');
  await expect(page.getByRole('button', { name: /^Open Untitled/ })).toHaveCount(2);
  const names: string[] = [];
  for (const open of ['Open Untitled', 'Open Untitled, from this tab']) {
    await page.getByRole('button', { name: open, exact: true }).click();
    await settled(page);
    names.push(...(await depth(page)));
    await page.goto('/');
  }
  expect(names).toEqual(['Here', 'There']);
});

test('an earlier state is gone back to, and that is taken back', async ({ page }) => {
  await page.clock.install();
  await newScene(page, 300, 200);
  await addFill(page);
  await page.clock.runFor(1000);
  await saved(page);
  await page.clock.runFor(60_000);
  await drawClosed(page, [40, 40], [250, 60], [150, 170]);
  await page.clock.runFor(1000);
  await saved(page);
  await page.getByRole('button', { name: 'Earlier states' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /1 layer ·/ })
    .first()
    .click();
  await expect(cards(page)).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(cards(page)).toHaveCount(2);
});

test('several pictures chosen on the shelf, at once or in quick succession, each become a scene', async ({
  page,
}) => {
  await page.goto('/');
  const chooser = page.getByLabel('Open a picture');
  const png = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(900, 600);
    canvas.getContext('2d')!.fillRect(100, 100, 300, 300);
    const blob = await canvas.convertToBlob();
    return btoa(String.fromCharCode(...new Uint8Array(await blob.arrayBuffer())));
  });
  const file = (name: string) => ({
    name: `${name}.png`,
    mimeType: 'image/png',
    buffer: Buffer.from(png, 'base64'),
  });
  await chooser.setInputFiles(['Moth', 'Reed', 'Tide'].map(file));
  for (const name of ['Moth', 'Reed', 'Tide'])
    await expect(page.getByRole('button', { name: `Open ${name}`, exact: true })).toBeVisible();
  // One after the other, without waiting: each opens, the last stays on the bench.
  await chooser.evaluate(
    (input: HTMLInputElement, { names, png }) => {
      const bytes = Uint8Array.from(atob(png), (c) => c.charCodeAt(0));
      for (const name of names) {
        const chosen = new DataTransfer();
        chosen.items.add(new File([bytes], `${name}.png`, { type: 'image/png' }));
        input.files = chosen.files;
        input.dispatchEvent(new Event('change', { bubbles: true }));
      }
    },
    { names: ['Quay', 'Sluice', 'Weir'], png },
  );
  await page.waitForURL(/\/scene\//);
  await settled(page);
  await page.goto('/');
  for (const name of ['Quay', 'Sluice', 'Weir'])
    await expect(page.getByRole('button', { name: `Open ${name}`, exact: true })).toBeVisible();
});
