/** What stands on the stage: patches on patches, and pages that may not share memory. */
import { expect, test, type Page } from './test';
import {
  cards,
  openExample,
  pixels as picturePixels,
  saved,
  settled,
  setValue,
  stage,
  value,
} from './bench-page';

/** The bytes of the picture on the stage. */
const pixels = async (page: Page): Promise<Buffer> => (await picturePixels(page)).data;

/** How many values differ, and by how much at most. */
function compared(a: Buffer, b: Buffer): { count: number; most: number } {
  expect(a.length).toBe(b.length);
  let [count, most] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    if (a[i] !== b[i]) count++;
    most = Math.max(most, Math.abs(a[i]! - b[i]!));
  }
  return { count, most };
}

const select = (page: Page, name: string) =>
  page.locator(`[data-card][aria-label="${name}"]`).click();

test('a picture patched by many changes is the one a fresh page makes', async ({ page }) => {
  await openExample(page, 'Night seven');
  await select(page, 'Tide line');
  await setValue(page, 'Core width', '9');
  await setValue(page, 'Halo blur', '40');
  const box = (await value(page, 'Core width').boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  for (const dx of [20, 44, 30]) {
    await page.mouse.move(box.x + box.width / 2 + dx, box.y + box.height / 2);
    await page.waitForTimeout(60);
  }
  await page.mouse.up();
  await select(page, 'Seven');
  await setValue(page, 'Opacity', '60');
  await settled(page);
  const patched = await pixels(page);
  await saved(page);
  await page.reload();
  await settled(page);
  expect(compared(await pixels(page), patched)).toEqual({ count: 0, most: 0 });
});

test('a page that is not isolated shares the work among workers, and shows the same', async ({
  page,
  baseURL,
}) => {
  await openExample(page, 'Night seven');
  const isolated = await pixels(page);
  const address = page.url();
  await saved(page);
  await page.route(`${baseURL}/**`, async (route) => {
    const response = await route.fetch();
    const headers = Object.fromEntries(
      Object.entries(response.headers()).filter(([name]) => !name.startsWith('cross-origin-')),
    );
    await route.fulfill({ response, headers });
  });
  const engines: string[] = [];
  page.on('worker', (w) => engines.push(w.url()));
  await page.goto(address);
  await settled(page);
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(false);
  const cores = await page.evaluate(() => navigator.hardwareConcurrency);
  expect(engines.filter((u) => u.includes('engine')).length).toBe(Math.min(4, cores));
  const shared = await pixels(page);
  // Bands differ from the whole by the rounding of floats, and dither may tip over.
  const { count, most } = compared(shared, isolated);
  expect(most).toBeLessThanOrEqual(1);
  expect(count / isolated.length).toBeLessThan(1e-3);
  await select(page, 'Tide line');
  await setValue(page, 'Core width', '60');
  await settled(page);
  expect(compared(await pixels(page), shared).count).toBeGreaterThan(100);
});

test('until the picture of a scene is made its stored one stands there, and a word', async ({
  page,
}) => {
  // What makes it comes late.
  await page.route('**/engine.worker*', async (route) => {
    await new Promise((done) => setTimeout(done, 2500));
    await route.continue();
  });
  await page.goto('/');
  await page.getByRole('button', { name: /^Heron in neon/ }).click();
  await page.waitForURL(/\/scene\//);
  const cover = stage(page).locator('img');
  await expect(cover).toBeVisible();
  await expect(stage(page).getByText('Making the picture…')).toBeVisible();
  const [stored, scene] = [
    await cover.boundingBox(),
    await page.getByTestId('scene-area').boundingBox(),
  ];
  expect(stored).toEqual(scene);
  await settled(page);
  await expect(cover).toHaveCount(0);
  await expect(stage(page).getByText('Making the picture…')).toHaveCount(0);
  // Cards get theirs after it.
  await expect(cards(page).first().locator('img')).toBeVisible();
});

test('the chain is as wide as its edge is dragged, and one key leaves only the picture', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  const chain = page.getByRole('complementary', { name: 'Chain' });
  const width = async () => (await chain.boundingBox())!.width;
  const shownWhole = async () => {
    const [area, room] = [
      await page.getByTestId('scene-area').boundingBox(),
      await stage(page).boundingBox(),
    ];
    return area!.x >= room!.x && area!.x + area!.width <= room!.x + room!.width;
  };
  expect(await width()).toBe(311);
  const edge = page.getByRole('separator', { name: 'Width of the chain' });
  const { x } = (await edge.boundingBox())!;
  await page.mouse.move(x, 300);
  await page.mouse.down();
  await page.mouse.move(x - 120, 300, { steps: 4 });
  await page.mouse.up();
  expect(await width()).toBe(431);
  // What stood whole on the stage still does.
  await expect.poll(shownWhole).toBe(true);
  await edge.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(width).toBeLessThan(431);
  const narrower = await width();
  await page.reload();
  await settled(page);
  expect(Math.abs((await width()) - narrower)).toBeLessThan(2);

  const before = await page.getByTestId('scene-area').boundingBox();
  await page.keyboard.press('o');
  await expect(chain).toHaveCount(0);
  await expect(page.getByRole('banner')).toHaveCount(0);
  await expect.poll(async () => (await stage(page).boundingBox())!.width).toBe(1280);
  await expect
    .poll(async () => (await page.getByTestId('scene-area').boundingBox())!.width)
    .toBeGreaterThan(before!.width);
  await page.keyboard.press('Escape');
  await expect(chain).toBeVisible();
  await expect.poll(() => page.getByTestId('scene-area').boundingBox()).toEqual(before);
});
