/** Letters as an artist sets them. */
import { expect, type Page } from './test';
import { act, press, settled, setValue, type XY, pickStep } from './bench-page';

/** Letters in a font and size at a place, in a recipe. */
export async function letters(
  page: Page,
  at: XY,
  words: readonly string[],
  font: string,
  size: number,
  recipe: string | null,
): Promise<void> {
  await act(page, 'Add a text');
  await press(page, at);
  for (const [i, line] of words.entries()) {
    if (i > 0) await page.keyboard.press('Enter');
    await page.keyboard.type(line);
  }
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('typing')).toHaveCount(0);
  await page.getByRole('button', { name: /^Font/ }).click();
  await page.getByRole('option', { name: font, exact: true }).click();
  await setValue(page, 'Size', String(size));
  if (recipe === null) return settled(page);
  await page.getByRole('button', { name: 'recipes', exact: true }).click();
  await page.getByRole('option', { name: new RegExp(recipe) }).click();
  await settled(page);
}

/** Adds a step or a style to the selected layer. */
export async function step(page: Page, name: string): Promise<void> {
  await pickStep(page, name);
  await settled(page);
}
