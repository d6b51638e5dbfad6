/** What axe finds on every screen and open panel, in dark and in light. */
import AxeBuilder from '@axe-core/playwright';
import { openExample, settled } from './bench-page';
import { expect, test, type Page } from './test';

/** The faults of the page as it stands: what is wrong, and where; of its colours alone if asked. */
async function faults(page: Page, ofColours: boolean): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const { violations } = await (
    ofColours
      ? axe.withRules(['color-contrast'])
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])
  ).analyze();
  return violations.flatMap(({ id, nodes }) => nodes.map((n) => `${id}: ${n.target.join(' ')}`));
}

for (const theme of ['dark', 'light'])
  test(`more contrast, ${theme}`, async ({ page }) => {
    await page.emulateMedia({ contrast: 'more' });
    await page.addInitScript((theme) => localStorage.setItem('ignis.theme', theme), theme);
    await openExample(page, 'Lamp on the pier');
    await page.locator('[data-card]').nth(1).click();
    await settled(page);
    const ink = await page.evaluate(() =>
      getComputedStyle(document.documentElement).getPropertyValue('--ink'),
    );
    expect(ink).toMatch(theme === 'dark' ? /^#f+$/ : /^#0+$/);
    // Enhanced contrast: 7 : 1 for text of the usual size.
    const { violations } = await new AxeBuilder({ page })
      .withRules(['color-contrast-enhanced'])
      .analyze();
    expect(violations.flatMap((v) => v.nodes.map((n) => n.target.join(' ')))).toEqual([]);
  });

const themes = ['dark', 'light'] as const;
for (const theme of themes)
  test(`every screen and open panel, ${theme}`, async ({ page }) => {
    await page.addInitScript((theme) => localStorage.setItem('ignis.theme', theme), theme);
    const found: Record<string, string[]> = {};
    const look = async (what: string) => {
      // Light differs from dark in its colours only.
      const wrong = await faults(page, theme === 'light');
      if (wrong.length > 0) found[what] = wrong;
    };
    await page.goto('/');
    await page.getByRole('heading', { name: /Examples/ }).waitFor();
    await look('the shelf');
    await page.getByRole('button', { name: 'New scene' }).click();
    await page.getByRole('dialog').waitFor();
    await look('a new scene');
    await page.goto('/help');
    await look('the help');
    await page.goto('/recipes');
    await page.getByRole('heading').first().waitFor();
    await look('the recipe book');
    await openExample(page, 'Night Seven, in type');
    await page.locator('[data-card]').nth(2).click();
    await settled(page);
    await look('the bench');
    for (const name of ['Export', 'Takes', 'Earlier states', 'Keys', 'What the picture costs']) {
      const button = page.getByRole('button', { name: new RegExp(`^${name}`) }).first();
      await button.click();
      await page.getByRole('dialog').waitFor();
      await page.waitForTimeout(400);
      await look(name);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    await page.keyboard.press('Control+k');
    await page.getByRole('dialog').waitFor();
    await look('the palette');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Add a layer' }).click();
    await page.waitForTimeout(400);
    await look('adding a layer');
    expect(found).toEqual({});
  });
