/** The help: found by question, shown on a copy of an example, reached from the palette. */
import { SYNONYMS } from '../studio/bench/commands/synonyms';
import { openExample, settled } from './bench-page';
import { expect, test } from './test';

test('an answer is found by another word, and shows itself on a copy of an example', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Help' }).click();
  await page.getByRole('searchbox', { name: 'Search the help' }).fill('wrap around');
  const questions = page.getByRole('navigation', { name: 'Questions' });
  await expect(questions.getByRole('link')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('heading', { name: 'How do I send a line behind someone?' }),
  ).toBeVisible();
  await expect(page).toHaveTitle(/behind someone/);
  await page.getByRole('button', { name: 'Show me' }).click();
  await page.waitForURL(/\/scene\//);
  await settled(page);
  await expect(page.getByRole('textbox', { name: 'Name of the layer' })).toHaveValue('Tide line');
  await expect(page.getByRole('button', { name: '9 Weave' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

test('a word that no answer speaks of says what to do', async ({ page }) => {
  await page.goto('/help/cut-out');
  await expect(page.getByRole('heading', { name: /cut a subject out/ })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search the help' }).fill('zeppelin');
  await expect(page.getByRole('status')).toContainText('one plain word');
});

test('the palette finds actions by other words, says why one cannot be used, and what was used lately', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await page.keyboard.press('Control+k');
  const palette = page.getByRole('dialog', { name: 'All actions' });
  await page.keyboard.type('rasterise');
  await expect(palette.getByRole('option').first()).toContainText('Bake the layer');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('ungroup');
  const ungroup = palette.getByRole('option', { name: /^Ungroup/ });
  await expect(ungroup).toHaveAttribute('aria-disabled', 'true');
  await expect(ungroup).toContainText('not with this layer');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('zoom in');
  await page.keyboard.press('Enter');
  await expect(palette).toHaveCount(0);
  await page.keyboard.press('Control+k');
  await expect(palette.getByRole('group', { name: 'Used lately' })).toHaveCount(1);
  await page.keyboard.type('send a line behind');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/help\/behind-someone/);
});

test('other words are of actions that there are', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await page.keyboard.press('Control+k');
  const palette = page.getByRole('dialog', { name: 'All actions' });
  for (const name of Object.keys(SYNONYMS)) {
    await palette.getByRole('combobox').fill(name);
    await expect(palette.getByRole('option').filter({ hasText: name }), name).not.toHaveCount(0);
  }
});

test('a mark on a panel opens its answer, and leads to it', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await page.locator('[data-card]').nth(3).click();
  await page.getByRole('button', { name: '9 Weave' }).click();
  const marks = page.getByRole('region', { name: 'Stage' });
  await marks.getByRole('button', { name: 'Help: How do I send a line behind someone?' }).click();
  const answer = page.getByRole('dialog', { name: 'How do I send a line behind someone?' });
  await expect(answer.getByRole('listitem')).toHaveCount(3);
  await page.keyboard.press('Escape');
  await expect(answer).toHaveCount(0);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('button', { name: /^Help: How do I get a file/ }).click();
  await page.getByRole('link', { name: 'See it on an example' }).click();
  await page.waitForURL(/\/help\/export/);
});
