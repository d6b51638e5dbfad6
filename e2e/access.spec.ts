/** No serious fault of accessibility on any screen, and the main work done by keyboard. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { expect, test, type Page } from './test';
import type Axe from 'axe-core';
import { card, depth, openExample, settled, pickStep } from './bench-page';

const axe = await readFile(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

async function faults(page: Page): Promise<string[]> {
  await page.evaluate(axe);
  const results = await page.evaluate(() =>
    (window as unknown as { axe: typeof Axe }).axe.run({ resultTypes: ['violations'] }),
  );
  return results.violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.html.slice(0, 160)}`));
}

test('the shelf', async ({ page }) => {
  // Colours are judged as they are in the end, not on their way from dark to light.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto('/');
  await expect(page.getByRole('button', { name: /^Blank pier/ })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: 'New scene' }).click();
  await expect(page.getByRole('dialog', { name: 'New scene' })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Light colours' }).click();
  expect(await faults(page)).toEqual([]);
});

test('the bench and its windows', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await page.getByRole('button', { name: 'Halo', exact: true }).click();
  expect(await faults(page)).toEqual([]);
  await card(page, 'Heron').locator('[data-card]').click();
  await pickStep(page, 'Tint');
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('radio', { name: 'The light alone' }).click();
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  expect(await faults(page)).toEqual([]);
});

test('letters, styles, a look sheet and the recipe book', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openExample(page, 'Tide');
  await card(page, 'TIDE').locator('[data-card]').click();
  for (const style of ['Paint', 'Bevel', 'Gloss']) {
    await page.getByRole('button', { name: `Open ${style}` }).click();
    expect(await faults(page)).toEqual([]);
  }
  await page.keyboard.press('2');
  await expect(page.getByTestId('typing')).toHaveCount(1);
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Font/ }).click();
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'recipes', exact: true }).click();
  await expect(page.locator('[data-made=false]')).toHaveCount(0);
  expect(await faults(page)).toEqual([]);
  await page.goto('/recipes');
  await expect(page.locator('canvas[data-made=true]').first()).toBeVisible();
  expect(await faults(page)).toEqual([]);
});

test('cards are walked and carried by keys', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Tide line').locator('[data-card]').focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('textbox', { name: 'Name of the layer' })).toHaveValue('Heron');
  await page.keyboard.press('Alt+ArrowLeft');
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Heron', 'Ember line', 'Tide line']);
  await settled(page);
});
