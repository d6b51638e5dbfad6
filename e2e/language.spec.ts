/** The words of the app in another language: chosen on the shelf, and found in every text of the screen. */
import { textsOf } from '../studio/catalogues';
import { openExample, settled } from './bench-page';
import { expect, test, type Page } from './test';

/** Marks that no text of the app has by itself. */
const [FROM, TO] = ['⟦', '⟧'];

/** Every message of the app within marks, plurals in both forms. */
const marked = Object.fromEntries(
  [...textsOf('de').keys()].map((key) => [
    key,
    key
      .replace(/^(?!\{0, plural)([^]*)$/, `${FROM}$1${TO}`)
      .replace(
        /^\{0, plural, one \{(.*)\} other \{(.*)\}\}$/,
        `{0, plural, one {${FROM}$1${TO}} other {${FROM}$2${TO}}}`,
      ),
  ]),
);

/** Texts and names on the page that no catalogue gave, besides numbers, units and the names that artists give. */
const unmarked = (page: Page, names: readonly string[]): Promise<string[]> =>
  page.evaluate(
    ([from, names]) => {
      const found = new Set<string>();
      const put = (text: string | null) => {
        const words = (text ?? '').trim();
        if (!/\p{L}{2}/u.test(words) || words.includes(from)) return;
        // Numbers with units, and keys.
        if (/^[\d.,×\s·%°σ]*(px|ms|s|MB|kB)?([\s·\d.,×]*(px|ms|MB))?$/u.test(words)) return;
        if (/^[a-z\d]{4}$/.test(words)) return; // OpenType features.
        if (/^(Ctrl|Shift|Alt|Escape|Delete|Enter|Tab)\b/.test(words)) return;
        if (!names.some((name) => words === name)) found.add(words);
      };
      const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      while (texts.nextNode())
        if (!texts.currentNode.parentElement!.closest('style, script'))
          put(texts.currentNode.nodeValue);
      for (const element of document.querySelectorAll('*'))
        for (const attribute of ['aria-label', 'data-tip', 'placeholder', 'title', 'alt'])
          put(element.getAttribute(attribute));
      return [...found];
    },
    [FROM, names] as const,
  );

test('German is chosen on the shelf, remembered, and left again', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Language' }).click();
  await page.getByRole('menuitem', { name: 'Deutsch' }).click();
  await expect(page.getByRole('heading', { name: 'Deine Szenen' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.lang)).toBe('de');
  await openExample(page, 'Ember Pier');
  await page.locator('[data-card]').nth(4).click();
  await expect(page.getByRole('spinbutton', { name: 'Zungen' })).toBeVisible();
  const opacity = page.getByRole('spinbutton', { name: 'Deckkraft' });
  await opacity.fill('12,5');
  await opacity.press('Enter');
  await expect(opacity).toHaveValue(/^12[.,]5$/);
  await page.goto('/');
  await page.getByRole('button', { name: 'Sprache' }).click();
  await page.getByRole('menuitem', { name: 'English' }).click();
  await expect(page.getByRole('heading', { name: 'Your scenes' })).toBeVisible();
});

test('every text of the shelf and the bench comes from the catalogues', async ({ page }) => {
  await page.route('**/words-de*.json', (route) => route.fulfill({ json: marked }));
  await page.addInitScript(() => localStorage.setItem('ignis.language', 'de'));
  await page.goto('/');
  const examples = page.locator('main section li button');
  await expect(examples.first()).toBeVisible();
  const names = ['Ignis', ...(await examples.locator('span').allTextContents())];
  const found: Record<string, string[]> = {};
  const look = async (what: string) => {
    const texts = await unmarked(page, names);
    if (texts.length > 0) found[what] = texts;
  };
  await look('the shelf');
  await openExample(page, 'Night Seven, in type');
  const layers = await page
    .locator('[data-card]')
    .evaluateAll((cards) => cards.map((card) => card.getAttribute('aria-label') ?? ''));
  names.push(
    'Oswald',
    'Anton',
    ...layers,
    ...(await page.locator('[data-card] span').allTextContents()),
  );
  for (const card of [0, 2]) {
    await page.locator('[data-card]').nth(card).click();
    await settled(page);
    await look(`card ${card}`);
  }
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').waitFor();
  await look('all actions');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: `${FROM}+ add a step${TO}` }).click();
  await page.getByRole('listbox').waitFor();
  await look('the steps');
  expect(found).toEqual({});
});
