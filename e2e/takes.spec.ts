import { expect, test } from './test';
import { act, card, openExample, saved, settled } from './bench-page';
import { drawnAt } from './mood-page';

test('takes are saved, compared, gone back to and taken from', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  const cards = page.locator('[data-layer]');
  const all = await cards.count();
  const heron = await drawnAt(page, 0.52, 0.45);
  await act(page, 'Save a take');
  await card(page, 'Heron').click();
  await page.keyboard.press('Delete');
  await settled(page);
  await expect(cards).toHaveCount(all - 1);
  const without = await drawnAt(page, 0.52, 0.45);
  expect(Math.abs(heron - without)).toBeGreaterThan(8);

  // On the stage, while a key is held.
  await page.getByRole('button', { name: 'What to compare with' }).click();
  await page.getByRole('menuitem', { name: '“Take 1”' }).click();
  await page.keyboard.down('c');
  await expect(page.getByText('“Take 1” · let go for now')).toBeVisible();
  await settled(page);
  expect(await drawnAt(page, 0.52, 0.45)).toBe(heron);
  await page.keyboard.up('c');
  await settled(page);
  expect(await drawnAt(page, 0.52, 0.45)).toBe(without);

  // In the window: the wipe by keys, another way, another name, a layer out of it.
  await page.getByRole('button', { name: 'Takes', exact: true }).click();
  const window = page.getByRole('dialog', { name: 'Takes' });
  const edge = window.getByRole('slider');
  await edge.focus();
  await page.keyboard.press('ArrowRight');
  await expect(edge).toHaveAttribute('aria-valuenow', '52');
  await window.getByRole('radio', { name: 'One at a time' }).click();
  await page.keyboard.press('Space');
  await expect(window.getByText('now', { exact: true })).toBeVisible();
  const name = window.getByLabel('Name of the take');
  await name.fill('With the heron');
  await name.press('Enter');
  await window.getByRole('button', { name: 'Fetch a layer…' }).click();
  await page.getByRole('menuitem', { name: 'Heron' }).click();
  await page.keyboard.press('Escape');
  await expect(cards).toHaveCount(all);
  await settled(page);

  // Back, and undone; all of it outlives a reload.
  await page.getByRole('button', { name: 'Takes', exact: true }).click();
  await window.getByRole('button', { name: 'Go back to it' }).click();
  await expect(window).toBeHidden();
  await settled(page);
  expect(await drawnAt(page, 0.52, 0.45)).toBe(heron);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(cards).toHaveCount(all - 1);
  await saved(page);
  await page.reload();
  await settled(page);
  await page.getByRole('button', { name: 'Takes', exact: true }).click();
  await expect(window.getByLabel('Name of the take')).toHaveValue('With the heron');
});
