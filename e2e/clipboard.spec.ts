/** Layers and drawings that go by the clipboard from scene to scene. */
import { card, depth, newScene, openExample, savedScene, settled } from './bench-page';
import { expect, test } from './test';

test('a cut-out goes to another scene in another tab, with its picture', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').locator('[data-card]').click();
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+v');
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Ember line', 'Heron', 'Tide line', 'Heron']);
  await settled(page);

  const other = await page.context().newPage();
  await newScene(other, 1920, 1200);
  await other.keyboard.press('Control+v');
  await expect.poll(() => depth(other)).toEqual(['Heron']);
  await settled(other);
  const [from, to] = [await savedScene(page), await savedScene(other)];
  const own = to.layers[0]!;
  const original = from.layers.find((l) => l.name === 'Heron')!;
  expect(own.id).not.toBe(original.id);
  expect(own.source).toEqual(original.source);
  await other.keyboard.press('Control+z');
  await expect.poll(() => depth(other)).toEqual([]);
  await other.close();
});

test('the text of an SVG is pasted as a picture', async ({ page }) => {
  await newScene(page, 320, 200);
  await page.evaluate(() =>
    navigator.clipboard.writeText(
      '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><rect width="40" height="20" fill="#f80"/></svg>',
    ),
  );
  await page.keyboard.press('Control+v');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await expect.poll(() => depth(page)).toEqual(['Pasted drawing']);
});
