/** Letters on the stage, their styles, recipes and look sheets, as the artist uses them. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { expect, test, type Page } from './test';
import { unpackScene } from '../core/files/ignis-file';
import { everyLayer } from '../core/scene/model/schema';
import { collectionOf } from '../core/testing/collection';
import { faceFile } from '../core/text/families';
import {
  act,
  bytesOf,
  cards,
  dragBy,
  newScene,
  onPage,
  pixels,
  press,
  savedFile,
  savedScene,
  settled,
  setValue,
  value,
  type XY,
  pickStep,
} from './bench-page';

const texts = async (page: Page) =>
  everyLayer((await savedScene(page)).layers).flatMap((l) =>
    l.source.kind === 'text' ? [{ ...l, source: l.source }] : [],
  );

/** Begins a text at a place and types. */
async function write(page: Page, at: XY, words: string): Promise<void> {
  await act(page, 'Add a text');
  await press(page, at);
  await page.keyboard.type(words);
  await settled(page);
}

const step = async (page: Page, name: string): Promise<void> => {
  await pickStep(page, name);
  await settled(page);
};

/** How many px of the picture are bright, of a part of the scene. */
async function bright(page: Page, from: XY, to: XY): Promise<number> {
  const { data } = await pixels(page, await onPage(page, from), await onPage(page, to));
  let n = 0;
  for (let i = 0; i < data.length; i += 4) if (data[i]! + data[i + 1]! + data[i + 2]! > 300) n++;
  return n;
}

test.beforeEach(async ({ page }) => newScene(page, 1000, 600));

test('a text is typed where it was begun; caret, choice, clipboard and undo work as in any text', async ({
  page,
}) => {
  await write(page, [100, 300], 'LANTERN');
  expect(await bright(page, [90, 200], [700, 310])).toBeGreaterThan(500);
  await page.keyboard.press('Enter');
  await page.keyboard.type('WEEK');
  await expect(page.getByTestId('caret')).toHaveCount(1);
  // Up by what is seen, then all that was before the caret is replaced.
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Shift+Home');
  await expect(page.locator('[data-chosen]')).not.toHaveCount(0);
  await page.keyboard.press('Control+x');
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Control+v');
  const [one] = await texts(page);
  const [first, second] = one!.source.content.split('\n');
  expect(second).toMatch(/^WEEKLAN[TER]*$/);
  expect(second!.slice(4) + first!).toBe('LANTERN');
  await page.keyboard.press('Control+z');
  expect((await texts(page))[0]!.source.content).toBe(`${first!}\nWEEK`);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('typing')).toHaveCount(0);
  // A text that says nothing is no layer.
  await act(page, 'Add a text');
  await press(page, [500, 100]);
  await page.keyboard.press('Escape');
  await expect(cards(page)).toHaveCount(1);
});

test('what an input method composes arrives whole', async ({ page }) => {
  await write(page, [100, 300], 'TI');
  const session = await page.context().newCDPSession(page);
  await session.send('Input.imeSetComposition', { text: 'に', selectionStart: 1, selectionEnd: 1 });
  await session.send('Input.insertText', { text: '日本' });
  await settled(page);
  expect((await texts(page))[0]!.source.content).toBe('TI日本');
  // No font has them, and a message says so.
  await expect(page.getByText(/in no font that is here/)).toBeVisible();
});

test('some letters are set otherwise than the rest; fonts show the artist’s words', async ({
  page,
}) => {
  await write(page, [60, 300], 'EMBER PIER');
  await page.keyboard.press('Shift+Control+ArrowLeft');
  await expect(page.locator('[data-chosen]')).toHaveCount(4);
  await page.getByRole('button', { name: /^Font/ }).click();
  const list = page.getByRole('listbox', { name: 'Font' });
  // Typed letters look for a font by its name, from wherever the keys are.
  const all = await list.getByRole('option').count();
  await page.keyboard.type('paci');
  await expect(list.getByRole('option', { name: 'Pacifico' })).toBeVisible();
  expect(await list.getByRole('option').count()).toBeLessThan(all);
  await page.getByLabel('Find a font').fill('');
  await expect(list.getByRole('option')).toHaveCount(all);
  await expect(list.getByRole('option')).not.toHaveCount(0);
  await expect(list.locator('path[d]').first()).toHaveAttribute('d', /M/);
  await list.getByRole('option', { name: 'Pacifico' }).click();
  await expect(list).toHaveCount(0);
  await settled(page);
  await expect(page.locator('[data-chosen]')).toHaveCount(4);
  await setValue(page, 'Size', '140');
  await settled(page);
  const [one] = await texts(page);
  expect(one!.source.ranges.map((r) => [r.length, r.style.font, r.style.size])).toEqual([
    [6, 'tilt-neon', 100],
    [4, 'pacifico', 140],
  ]);
  await page.getByRole('button', { name: 'Kerning' }).click();
  expect((await texts(page))[0]!.source.ranges[1]!.features).toEqual(['-kern']);
});

test('a variable font has its weights, and a control for each of its other axes', async ({
  page,
}) => {
  await write(page, [100, 300], 'Wharf');
  await page.getByRole('button', { name: /^Font/ }).click();
  await page.getByRole('button', { name: /Bring in a font/ }).click();
  const file = '@fontsource-variable/fraunces/files/fraunces-latin-full-normal.woff2';
  const buffer = await readFile(createRequire(import.meta.url).resolve(file));
  await page
    .getByLabel('Bring in a font')
    .setInputFiles({ name: 'mine.woff2', mimeType: 'font/woff2', buffer });
  await expect(page.getByRole('button', { name: /^Font, Fraunces/ })).toBeVisible();
  await expect(value(page, 'Weight')).toHaveAttribute('aria-valuemax', '900');
  await setValue(page, 'Weight', '820');
  await setValue(page, 'Softness', '100');
  await settled(page);
  expect((await texts(page))[0]!.source.ranges[0]).toMatchObject({
    style: { weight: 820 },
    axes: { SOFT: 100 },
  });
  // By itself the optical size follows the size of the letters.
  await expect(value(page, 'Optical Size')).toHaveAttribute('aria-valuenow', '100');
  await setValue(page, 'Size', '60');
  await expect(value(page, 'Optical Size')).toHaveAttribute('aria-valuenow', '60');
});

test('a font of one’s own is kept with the scene, and a broken one is refused with a reason', async ({
  page,
}) => {
  await write(page, [100, 300], 'TIDE');
  const fileOf = (face: string) =>
    readFile(createRequire(import.meta.url).resolve(faceFile(face)!));
  const give = async (name: string, buffer: Buffer) => {
    await page.getByRole('button', { name: /^Font/ }).click();
    await page.getByRole('button', { name: /Bring in a font/ }).click();
    await page.getByLabel('Bring in a font').setInputFiles({ name, mimeType: 'font/ttf', buffer });
  };
  const bytes = await fileOf('anton-400');
  await give('short.ttf', bytes.subarray(0, 5000));
  await expect(page.getByText(/short.ttf.*cut short/)).toBeVisible();
  await give('mine.ttf', bytes);
  await expect(page.getByRole('button', { name: /^Font, Anton/ })).toBeVisible();
  const packed = await unpackScene(await savedFile(page), 'x.ignis');
  const source = packed.scene.layers[0]!.source;
  const font = source.kind === 'text' ? source.ranges[0]!.style.font : '';
  expect(font).toMatch(/^[0-9a-f]{64}\.ttf$/);
  expect(packed.assets.get(font)).toHaveLength(bytes.length);

  // Of a collection one font is chosen by its name.
  const both = collectionOf([bytes, await fileOf('oswald-400')]);
  await give('both.ttc', Buffer.from(both));
  const choice = page.getByRole('dialog', { name: 'Which font?' });
  await expect(choice.getByRole('listitem')).toHaveText(['Anton Regular', 'Oswald Regular']);
  await choice.getByRole('button', { name: 'Oswald Regular' }).click();
  await expect(choice).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Font, Oswald/ })).toBeVisible();
});

test('single letters are moved and turned; the text is split, and outlined', async ({ page }) => {
  await write(page, [200, 350], 'TIDE');
  await page.keyboard.press('Escape');
  await page.keyboard.press('4');
  await page.locator('[data-letter="1"]').click();
  await dragBy(page, page.locator('[data-letter="1"]'), 0, -40);
  await dragBy(page, page.getByTestId('rotate'), 50, 20);
  const [one] = await texts(page);
  expect(one!.source.letters).toHaveLength(1);
  expect(one!.source.letters[0]!.y).toBeLessThan(-20);
  expect(Math.abs(one!.source.letters[0]!.turn)).toBeGreaterThan(5);
  await page.getByRole('button', { name: 'outlines as a line' }).click();
  expect((await savedScene(page)).layers.map((l) => l.source.kind)).toEqual(['text', 'line']);
  await page.keyboard.press('Control+z');
  await cards(page).first().click();
  await page.getByRole('button', { name: 'split into letters' }).click();
  const [group] = (await savedScene(page)).layers;
  expect(group!.layers!.map((l) => l.name)).toEqual(['T', 'I', 'D', 'E']);
});

test('a text runs along a curve and follows its anchors; in a box its lines are broken', async ({
  page,
}) => {
  await write(page, [150, 350], 'SALTMERE');
  await page.keyboard.press('Escape');
  const before = await bright(page, [140, 100], [900, 240]);
  await page.getByRole('button', { name: /^Text path: / }).click();
  await page.getByRole('menuitem', { name: 'A new curve' }).click();
  await settled(page);
  expect(await bright(page, [140, 100], [900, 240])).not.toBe(before);
  const made = await savedScene(page);
  const line = made.layers.find((l) => l.source.kind === 'line')!;
  expect((await texts(page))[0]!.source.along!.line).toBe(line.id);
  await act(page, 'Add a text');
  await press(page, [40, 420], [400, 580]);
  await page.keyboard.type('letters in a box of their own go on where there is room');
  await settled(page);
  const boxed = (await texts(page)).at(-1)!;
  expect(boxed.source.box!.width).toBeGreaterThan(340);
});

test('styles follow the scene light; a gradient is dragged on the stage', async ({ page }) => {
  await write(page, [200, 380], 'TIDE');
  await page.keyboard.press('Escape');
  await step(page, 'Shadow');
  await step(page, 'Bevel');
  await step(page, 'Paint');
  await page.getByRole('combobox', { name: 'Paint', exact: true }).click();
  await page.getByRole('option', { name: 'Linear gradient' }).click();
  await page.keyboard.press('6');
  await dragBy(page, page.getByRole('button', { name: 'Where the gradient ends' }), 60, 10);
  await act(page, 'Move the scene light');
  const lamp = page.getByRole('button', { name: 'Scene light' }).last();
  await dragBy(page, lamp, 120, 160);
  const made = await savedScene(page);
  expect(made.light.angle).not.toBe(-120);
  const paint = made.layers[0]!.steps.find((s) => s.kind === 'style.paint')!;
  expect(paint.values.ends).not.toBeNull();
  // Two styles of a kind, each with its own values.
  await page.keyboard.press('Escape');
  await step(page, 'Glow');
  await step(page, 'Glow');
  expect((await savedScene(page)).layers[0]!.steps.map((s) => s.kind)).toEqual([
    ...['style.shadow', 'style.bevel', 'style.paint', 'style.glow', 'style.glow'],
  ]);
});

test('a recipe is seen on the layer, put on, kept under a name, saved and brought in', async ({
  page,
}) => {
  await write(page, [200, 380], 'TIDE');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'recipes', exact: true }).click();
  const sheet = page.getByRole('dialog', { name: 'Look sheet: Recipe' });
  await expect(sheet.locator('[data-made=false]')).toHaveCount(0);
  await sheet.getByRole('option', { name: /Gold leaf/ }).click();
  await expect(sheet).toHaveCount(0);
  await expect(page.getByText('Wrinkles')).toBeVisible();
  await setValue(page, 'Relief', '150');
  await page.getByRole('button', { name: 'save', exact: true }).click();
  await page.getByLabel('Name of the recipe').fill('Lantern gold');
  await page.getByRole('button', { name: 'Save it' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await act(page, 'The recipe book');
  const own = page.getByRole('article', { name: 'Lantern gold' });
  await expect(own.locator('canvas[data-made=true]')).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    own.getByRole('button', { name: /Save .* as a file/ }).click(),
  ]);
  const bytes = await bytesOf(file);
  await own.getByRole('button', { name: /^Delete/ }).click();
  await expect(own).toHaveCount(0);
  const bring = async (name: string, buffer: Buffer) =>
    page
      .getByLabel('Bring in a recipe', { exact: true })
      .setInputFiles({ name, mimeType: 'application/json', buffer });
  await bring('broken.json', bytes.subarray(0, 90));
  await expect(page.getByText(/broken.json.* is no recipe/)).toBeVisible();
  await bring('gold.json', bytes);
  await expect(own).toBeVisible();
});

test('a look sheet shows every blend of this scene; keys walk it, take, and leave', async ({
  page,
}) => {
  await write(page, [200, 380], 'TIDE');
  await page.keyboard.press('Escape');
  const open = async (label: string) => {
    await page
      .getByRole('button', { name: `Look sheet of ${label}`, exact: true })
      .last()
      .focus();
    await page.keyboard.press('Enter');
  };
  await open('Blend');
  const sheet = page.getByRole('dialog', { name: 'Look sheet: Blend' });
  await expect(sheet.locator('[data-made=true]')).toHaveCount(21);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  expect((await savedScene(page)).layers[0]!.blend).toBe('screen');
  await open('Opacity');
  const numbers = page.getByRole('dialog', { name: 'Look sheet: Opacity' });
  await setValue(page, 'How many values', '5');
  await expect(numbers.getByRole('option')).toHaveCount(5);
  await expect(numbers.locator('[data-made=true]')).toHaveCount(5);
  await numbers.getByRole('listbox').focus();
  await page.keyboard.press('Escape');
  await expect(numbers).toHaveCount(0);
  // Two numbers at once make a square.
  await step(page, 'Glow');
  await open('Reach');
  const square = page.getByRole('dialog', { name: 'Look sheet: Reach' });
  await square.getByRole('combobox', { name: 'Crossed with' }).click();
  await page.getByRole('option', { name: 'Core', exact: true }).click();
  await expect(square.getByRole('option')).toHaveCount(36);
  await square.getByRole('option').nth(20).click();
  const [glow] = (await savedScene(page)).layers[0]!.steps;
  expect(glow!.values.core).toBeGreaterThan(0);
});
