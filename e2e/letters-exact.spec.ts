/** The outlines of our letters against Chromium's own. */
import { readFile } from 'node:fs/promises';
import { sfntOf } from '../core/files/font-file';
import { expect, test } from './test';
import { compared, ours, theirs, type Word } from './words';

for (const [font, text, size] of [
  ['anton', 'TIDE', 20],
  ['playfair-display', 'Lantern', 48],
  ['pacifico', 'Week', 120],
  ['cinzel', 'PIER', 300],
  ['bowlby-one', 'S7', 600],
] as const)
  test(`${font} at ${size} px has the outlines that the browser draws`, async ({ page }) => {
    await page.goto('/licences.txt');
    const word: Word = {
      ...{ font, text, size, x: Math.round(size * 0.2), y: Math.round(size * 1.2) },
      ...{ width: Math.round(size * (text.length + 1)), height: Math.round(size * 1.8) },
    };
    const [browser, own] = [await theirs(page, word), await ours(word)];
    const { mean } = compared(browser, own);
    expect(browser.filter((v) => v > 250).length).toBeGreaterThan(size);
    expect(mean / 255).toBeLessThanOrEqual(0.005);
  });

test('a variable font stands on its axes as in the browser', async ({ page }) => {
  const file = new URL('../node_modules/@fontsource-variable/fraunces/', import.meta.url);
  const packed = await readFile(new URL('files/fraunces-latin-full-normal.woff2', file));
  const { bytes } = await sfntOf(packed, 'a.woff2');
  await page.goto('/licences.txt');
  const seen: (readonly number[])[] = [];
  for (const [weight, axes] of [
    [400, { opsz: 144, SOFT: 0, WONK: 0 }],
    [830, { opsz: 20, SOFT: 100, WONK: 1 }],
  ] as const) {
    const word: Word = {
      ...{ font: `${'a'.repeat(64)}.ttf`, text: 'Wharf', size: 120, x: 24, y: 144 },
      ...{ width: 720, height: 216, own: { bytes, weight, axes } },
    };
    const [browser, own] = [await theirs(page, word), await ours(word)];
    expect(compared(browser, own).mean / 255).toBeLessThanOrEqual(0.005);
    seen.push(browser);
  }
  // The browser did vary it.
  expect(compared(seen[0]!, seen[1]!).mean / 255).toBeGreaterThan(0.02);
});
