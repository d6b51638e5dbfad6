/** The browser at 200 %: half of the CSS px of a window of 1280 x 800. */
import { openExample, settled } from './bench-page';
import { expect, test, type Locator } from './test';

test.use({ viewport: { width: 640, height: 400 } });

/** How far an element reaches out of the window to its sides, CSS px. */
const beyond = async (of: Locator): Promise<number> => {
  const { x, width } = (await of.boundingBox())!;
  return Math.max(0, -x, x + width - 640);
};

test('at 200 % everything is within reach', async ({ page }) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Your scenes' })).toBeVisible();
  for (const button of await page.locator('main header button').all())
    expect(await beyond(button)).toBe(0);
  const wide = await page.evaluate(() => document.querySelector('main')!.scrollWidth);
  expect(wide).toBeLessThanOrEqual(640);
  await page.getByRole('button', { name: 'New scene' }).click();
  await expect(page.getByRole('button', { name: 'Make the scene' })).toBeInViewport();
  await page.keyboard.press('Escape');

  await openExample(page, 'Lamp on the pier');
  await page.locator('[data-card]').nth(1).click();
  await settled(page);
  // The bars scroll to the side: what has the focus is seen.
  for (const bar of ['main > header', '[data-bar]'])
    for (const button of await page.locator(`${bar} button:enabled:visible`).all()) {
      await button.focus();
      expect(await beyond(button)).toBe(0);
    }
  for (const name of ['Export', 'Takes', 'Keys']) {
    await page.getByRole('button', { name, exact: true }).click();
    const dialog = page.getByRole('dialog');
    await dialog.waitFor();
    const { x, y, width, height } = (await dialog.boundingBox())!;
    expect([Math.min(0, x, y), x + width <= 640, y + height <= 400]).toEqual([0, true, true]);
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
  }
});
