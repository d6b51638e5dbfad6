/** Groups, clips, masks, blends, the scene's light and end, and what the picture costs. */
import { execFileSync } from 'node:child_process';
import { mkdtemp, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from './test';
import { readPng } from '../core/files/png';
import { card, depth, newScene, openExample, pixels, settled, setValue, value } from './bench-page';

const cardButton = (page: Page, name: string) => card(page, name).locator('[data-card]');

/** Carries a card to a share of another's width. */
async function dropOn(page: Page, name: string, target: string, share: number): Promise<void> {
  const from = (await cardButton(page, name).boundingBox())!;
  const to = (await cardButton(page, target).boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  const x = to.x + to.width * share;
  await page.mouse.move(x - 12, to.y + to.height / 2, { steps: 8 });
  await page.mouse.move(x, to.y + to.height / 2);
  await page.mouse.up();
}

const picture = (page: Page) => page.getByTestId('picture').screenshot();

/** Chooses from a list, which closes again if the chain is drawn anew just as it opens. */
const choose = (page: Page, label: string, option: string) =>
  expect(async () => {
    await page.getByLabel(label, { exact: true }).click({ timeout: 2000 });
    await page.getByRole('option', { name: option, exact: true }).click({ timeout: 2000 });
  }).toPass({ timeout: 30_000 });

/** The colour in the middle of the picture, as the canvas holds it. */
async function middle(page: Page): Promise<number[]> {
  const { width, height, data } = await pixels(page);
  const at = 4 * ((height >> 1) * width + (width >> 1));
  return [...data.subarray(at, at + 3)];
}

test('a card is dropped on another to clip, between others to change depth, into a group', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  const before = await picture(page);
  await dropOn(page, 'Tide line', 'Heron', 0.5);
  await settled(page);
  await expect(card(page, 'Tide line').getByText('clip', { exact: true })).toBeVisible();
  expect(Buffer.compare(await picture(page), before)).not.toBe(0);
  await cardButton(page, 'Tide line').click();
  const clip = page.getByRole('switch', { name: 'Clip on' });
  await expect(clip).toBeChecked();
  await clip.click();
  await expect(card(page, 'Tide line').getByText('clip', { exact: true })).toHaveCount(0);

  await dropOn(page, 'Tide line', 'Ember line', 0.06);
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Tide line', 'Ember line', 'Heron']);

  await cardButton(page, 'Ember line').click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Put in a group' }).click();
  await dropOn(page, 'Tide line', 'Group', 0.5);
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Group', 'Ember line', 'Tide line', 'Heron']);
  await page.getByRole('button', { name: 'Fold Group' }).click();
  await expect.poll(() => depth(page)).toEqual(['Pier at dusk', 'Group', 'Heron']);
  await page.getByRole('button', { name: 'Unfold Group' }).click();

  // As one, the group takes a blend of its own.
  await cardButton(page, 'Group').click();
  await choose(page, 'Lands', 'As one');
  await settled(page);
  const one = await picture(page);
  await choose(page, 'Blend', 'Screen');
  await settled(page);
  expect(Buffer.compare(await picture(page), one)).not.toBe(0);
  await page.getByRole('button', { name: 'ungroup' }).click();
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Ember line', 'Tide line', 'Heron']);
  for (let i = 0; i < 7; i++) await page.keyboard.press('Control+z');
  await settled(page);
  expect(await depth(page)).toEqual(['Pier at dusk', 'Ember line', 'Heron', 'Tide line']);
});

test('cards are carried into the next place and out of a group by keys', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await cardButton(page, 'Ember line').click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Put in a group' }).click();
  await cardButton(page, 'Ember line').click();
  await page.keyboard.press('Alt+ArrowRight');
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Group', 'Ember line', 'Heron', 'Tide line']);
  // Out of the group: it stands before the heron, and the group is empty.
  await expect(page.getByLabel('Group Group, 0 layers')).toBeVisible();
  await page.keyboard.press('Alt+ArrowRight');
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Group', 'Heron', 'Ember line', 'Tide line']);
});

test('a mask is added, its ends dragged on the stage, inverted, turned off, removed', async ({
  page,
}) => {
  await newScene(page, 400, 300);
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByRole('button', { name: /^Fill/ }).click();
  await settled(page);
  expect(await middle(page)).toEqual([0x23, 0x3a, 0x66]);
  await page.getByRole('button', { name: '+ add a mask' }).click();
  await page.getByRole('menuitem', { name: 'Fade' }).click();
  await expect(card(page, 'Fill').getByText('mask')).toBeVisible();
  const end = page.getByTestId('fade-from');
  const box = (await end.boundingBox())!;
  const top = (await page.getByTestId('fade-to').boundingBox())!;
  await page.mouse.move(box.x + 14, box.y + 14);
  await page.mouse.down();
  await page.mouse.move(box.x + 14, top.y + 40, { steps: 6 });
  await page.mouse.up();
  await settled(page);
  const faded = await middle(page);
  expect(await value(page, 'All at, Y').inputValue()).not.toBe('75');
  await page.getByRole('switch', { name: 'Invert' }).click();
  await settled(page);
  expect(await middle(page)).not.toEqual(faded);
  await setValue(page, 'Density', '0');
  await settled(page);
  expect(await middle(page)).toEqual([0x23, 0x3a, 0x66]);
  await page.getByRole('button', { name: 'Remove the mask' }).click();
  await expect(card(page, 'Fill').getByText('mask')).toHaveCount(0);
});

test('every blend is there by name; body, grade and the end of the picture act', async ({
  page,
}) => {
  await newScene(page, 300, 200);
  const ground = await middle(page);
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByRole('button', { name: /^Fill/ }).click();
  await page.getByLabel('Blend', { exact: true }).click();
  await expect(page.getByRole('option')).toHaveCount(21);
  await page.getByRole('option', { name: 'Difference', exact: true }).click();
  await settled(page);
  expect(await middle(page)).toEqual([0x23, 0x3a, 0x66].map((v, i) => Math.abs(v - ground[i]!)));
  await choose(page, 'Blend', 'Normal');
  await setValue(page, 'Body', '0');
  await settled(page);
  expect(await middle(page)).toEqual(ground);
  await setValue(page, 'Body', '100');

  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByRole('button', { name: /^Grade/ }).click();
  await setValue(page, 'Brightness', '20');
  await settled(page);
  expect(await middle(page)).toEqual([0x23 + 51, 0x3a + 51, 0x66 + 51]);

  await page.keyboard.press('Control+k');
  await page.keyboard.type('The scene');
  await page.keyboard.press('Enter');
  await setValue(page, 'Exposure', '4');
  await settled(page);
  expect((await middle(page))[2]).toBe(255);
  await page.getByRole('switch', { name: 'Roll-off' }).click();
  await settled(page);
  // It arrives at white where the scene is brightest, which is here, unless it shall never.
  expect((await middle(page))[2]).toBe(255);
  await choose(page, 'White is', 'Never reached');
  await settled(page);
  const [, , blue] = await middle(page);
  expect(blue).toBeGreaterThan(204);
  expect(blue).toBeLessThan(255);
  await choose(page, 'Light mixes', 'As light');
  await settled(page);
});

test('what the picture costs is told by layer, and a bar leads to its layer', async ({ page }) => {
  await openExample(page, 'Night seven');
  await cardButton(page, 'Heron').click();
  await setValue(page, 'Contrast', '20');
  await settled(page);
  await page.getByRole('button', { name: 'What the picture costs' }).click();
  const chart = page.getByTestId('cost-chart');
  await expect(chart).toBeVisible();
  await expect(chart).toHaveAttribute('aria-label', /Heron: [\d.]+ ms/);
  await expect(page.getByText(/The last full picture, \d+ × \d+ px, took/)).toBeVisible();
  await expect(page.getByTestId('opening-times')).toHaveAttribute(
    'aria-label',
    /fine picture, by layers: [\d.]+ m?s/,
  );
  const rows = (await chart.getAttribute('aria-label'))!.split(', ').map((r) => r.split(': ')[0]);
  const index = rows.indexOf('Mood');
  const bars = chart.locator('svg');
  const box = (await bars.boundingBox())!;
  const step = (box.height - 8) / rows.length;
  const label = chart.locator('text', { hasText: 'Mood' });
  const name = (await label.boundingBox())!;
  await page.mouse.click(name.x + name.width + 12, box.y + 4 + step * (index + 0.5));
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(cardButton(page, 'Mood')).toHaveAttribute('aria-pressed', 'true');
});

test('the browser and the command make the same pixels of Night seven', async ({ page }) => {
  await openExample(page, 'Night seven');
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('radio', { name: '×0.5' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }).click(),
  ]);
  const theirs = await readFile((await download.path())!);
  const folder = await mkdtemp(join(tmpdir(), 'ignis-'));
  const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
  const out = join(folder, 'out.png');
  execFileSync(process.execPath, [
    at('../server/bin/ignis.mjs'),
    ...['render', at('../demo/scenes/night-seven'), out, '--scale', '0.5'],
  ]);
  const ours = await readFile(out);
  expect(Buffer.compare(ours, theirs)).toBe(0);
  const { width, height, data } = await readPng(ours, 'out.png');
  expect([width, height]).toEqual([1920, 1080]);
  expect(new Set(data).size).toBeGreaterThan(200);
});

test('sections and steps of the chain fold to what is essential, by kind of layer', async ({
  page,
}) => {
  await openExample(page, 'Night Seven, in type');
  await page.locator('[data-card]').nth(2).click();
  const chain = page.getByRole('complementary', { name: 'Chain' });
  const height = () => chain.evaluate((c) => c.scrollHeight);
  await expect(chain.getByRole('spinbutton', { name: 'Size', exact: true })).toBeVisible();
  const open = await height();
  await chain.getByRole('button', { name: 'Fold Letters' }).click();
  await expect(chain.getByText('Anton · 640 px')).toBeVisible();
  await expect(chain.getByRole('spinbutton', { name: 'Size', exact: true })).toHaveCount(0);
  // Another text is folded alike, also when the page is opened anew.
  await page.locator('[data-card]').nth(3).click();
  await expect(chain.getByText('Anton · 640 px')).toBeVisible();
  await page.reload();
  await settled(page);
  await page.locator('[data-card]').nth(2).click();
  await expect(chain.getByText('Anton · 640 px')).toBeVisible();
  await chain.getByRole('button', { name: 'Fold all' }).click();
  expect(await height()).toBeLessThan(open / 2);
  // A style that was opened is folded with the rest, and opens alone.
  const bevel = chain.getByRole('button', { name: /^(Open|Fold) Bevel$/ });
  await expect(bevel).toHaveAttribute('aria-expanded', 'false');
  await bevel.click();
  await expect(bevel).toHaveAttribute('aria-expanded', 'true');
  await chain.getByRole('button', { name: 'Fold all' }).click();
  await expect(bevel).toHaveAttribute('aria-expanded', 'false');
  // By keyboard as well.
  const lines = chain.getByRole('button', { name: 'Open Lines' });
  await lines.focus();
  await page.keyboard.press('Enter');
  await expect(chain.getByText('Direction')).toBeVisible();
  await chain.getByRole('button', { name: 'Open all' }).click();
  expect(await height()).toBeGreaterThanOrEqual(open);
});
