/** The outlines of our letters against Chromium's own. */
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
