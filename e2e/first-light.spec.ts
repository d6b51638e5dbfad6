/** The whole job once: from an example to the exported PNG, with what is saved and what is not lost. */
import { execFile } from 'node:child_process';
import { mkdtemp, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { expect, test, type Page } from './test';
import { unpackScene } from '../core/files/ignis-file';
import { readPng } from '../core/files/png';
import {
  card,
  cards,
  depth,
  drawClosed,
  exported,
  onPage,
  openExample,
  pass,
  press,
  saved,
  savedFile,
  setOfStep,
  setValue,
  settled,
  stage,
  value,
  pickStep,
} from './bench-page';

const command = fileURLToPath(new URL('../server/bin/ignis.mjs', import.meta.url));
const ignis = (...args: string[]) => promisify(execFile)(process.execPath, [command, ...args]);

/** The share of pixels in which two pictures of one size differ. */
async function differing(a: Buffer, b: Buffer): Promise<number> {
  const [one, other] = await Promise.all([readPng(a, 'a'), readPng(b, 'b')]);
  expect([one.width, one.height, one.depth]).toEqual([other.width, other.height, other.depth]);
  let n = 0;
  for (let i = 0; i < one.data.length; i++) if (one.data[i] !== other.data[i]) n++;
  return n / one.data.length;
}

test('draw a triangle, light it, move its card, export, reload; the command makes the same pixels', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Pier at dusk').locator('[data-card]').click();
  await drawClosed(page, [900, 200], [1300, 900], [700, 800]);
  expect(await depth(page)).toEqual(['Pier at dusk', 'Line 3', 'Ember line', 'Heron', 'Tide line']);

  await page.getByRole('button', { name: /^Light colour/ }).click();
  await page.getByLabel('Light colour as #rrggbb').fill('#26e0b0');
  await page.keyboard.press('Escape');
  await setValue(page, 'Halo blur', '60+40');
  await expect(value(page, 'Halo blur')).toHaveValue('100');

  // Its card goes in front of the heron, and back behind it by keys.
  const from = (await card(page, 'Line 3').boundingBox())!;
  const to = (await card(page, 'Heron').boundingBox())!;
  await page.mouse.move(from.x + 60, from.y + 30);
  await page.mouse.down();
  await page.mouse.move(from.x + 120, from.y + 30, { steps: 4 });
  await page.mouse.move(to.x + 70, to.y + 30, { steps: 8 });
  await page.mouse.up();
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Ember line', 'Heron', 'Line 3', 'Tide line']);
  await card(page, 'Line 3').locator('[data-card]').click();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Ember line', 'Line 3', 'Heron', 'Tide line']);
  await saved(page);

  const first = await exported(page);
  const file = await savedFile(page);
  await page.reload();
  await settled(page);
  expect(await depth(page)).toEqual(['Pier at dusk', 'Ember line', 'Line 3', 'Heron', 'Tide line']);
  expect(await differing(first, await exported(page))).toBe(0);

  const folder = await mkdtemp(join(tmpdir(), 'ignis-'));
  const scene = join(folder, 'scene.ignis');
  await writeFile(scene, file);
  await ignis('render', scene, join(folder, 'out.png'));
  expect(await differing(first, await readFile(join(folder, 'out.png')))).toBe(0);

  // The light alone, at half size and 16 bits, by both ways.
  const light = await exported(page, async () => {
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('radio', { name: 'The light alone' }).click();
    await dialog.getByRole('radio', { name: '×0.5' }).click();
    await dialog.getByRole('radio', { name: '16 bits' }).click();
  });
  const { layers } = (await unpackScene(file, 'scene')).scene;
  const lines = layers.filter((l) => l.source.kind === 'line').map((l) => l.id);
  await ignis(
    'render',
    scene,
    join(folder, 'light.png'),
    '--scale',
    '0.5',
    '--depth',
    '16',
    '--layers',
    lines.join(','),
    '--no-background',
  );
  expect(await differing(light, await readFile(join(folder, 'light.png')))).toBe(0);
  expect((await readPng(light, 'light')).data.some((v, i) => i % 4 === 3 && v === 0)).toBe(true);
});

test('undo takes back each drag as one step, redo does it again', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  const before = await value(page, 'Core width').inputValue();
  const field = (await value(page, 'Core width').boundingBox())!;
  await page.mouse.move(field.x + 10, field.y + 8);
  await page.mouse.down();
  await page.mouse.move(field.x + 40, field.y + 8, { steps: 10 });
  await page.mouse.up();
  const after = await value(page, 'Core width').inputValue();
  expect(Number(after)).toBeGreaterThan(Number(before) + 10);
  await page.keyboard.press('Control+z');
  await expect(value(page, 'Core width')).toHaveValue(before);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.keyboard.press('Control+Shift+z');
  await expect(value(page, 'Core width')).toHaveValue(after);
});

test('a tab closed in the middle of a drag comes back with the scene', async ({
  page,
  context,
}) => {
  await openExample(page, 'Heron in neon');
  const anchor = page.locator('[data-anchor="1"]');
  const box = (await anchor.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 80, { steps: 6 });
  await saved(page);
  const url = page.url();
  await page.close();
  const again = await context.newPage();
  await again.goto(url);
  await settled(again);
  expect(await depth(again)).toEqual(['Pier at dusk', 'Ember line', 'Heron', 'Tide line']);
  const now = (await again.locator('[data-anchor="1"]').boundingBox())!;
  expect(Math.abs(now.x - box.x)).toBeGreaterThan(20);
});

test('a segment follows the pointer, already lit, and Shift holds it to 15°', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByRole('button', { name: /^Line of light/ }).click();
  await press(page, [300, 600]);
  const area = page.getByTestId('picture');
  const dark = await area.screenshot();
  await page.mouse.move(...(await onPage(page, [1200, 590])));
  await expect.poll(async () => Buffer.compare(await area.screenshot(), dark)).not.toBe(0);
  await page.keyboard.down('Shift');
  await press(page, [1200, 650]);
  await page.keyboard.up('Shift');
  await page.keyboard.press('Enter');
  const [a, b] = await Promise.all(
    [0, 1].map((i) => page.locator(`[data-anchor="${i}"]`).boundingBox()),
  );
  expect(Math.abs(a!.y - b!.y)).toBeLessThan(1.5);
  await expect(page.getByRole('button', { name: 'Anchors' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

/** Gives the chosen anchor another kind. */
async function kind(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /^(Corner|Smooth|Symmetrical)$/ }).click();
  await page.getByRole('menuitem', { name }).click();
}

test('anchors are dragged, inserted, removed and turned; a segment bends', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await drawClosed(page, [500, 300], [1400, 300], [1000, 900]);
  await expect(page.locator('[data-anchor]')).toHaveCount(3);
  // A click on a segment inserts, Delete removes.
  await press(page, [950, 300]);
  await expect(page.locator('[data-anchor]')).toHaveCount(4);
  await page.keyboard.press('Delete');
  await expect(page.locator('[data-anchor]')).toHaveCount(3);
  // A drag bends it: handles appear.
  await press(page, [950, 300], [950, 160]);
  await page.locator('[data-anchor="0"]').click({ force: true });
  await expect(page.locator('[data-handle="0-out"]')).toBeVisible();
  await kind(page, 'Smooth anchor');
  await expect(page.locator('[data-handle="0-in"]')).toBeVisible();
  await kind(page, 'Corner anchor');
  await expect(page.locator('[data-handle="0-in"]')).toHaveCount(0);
  const before = (await page.locator('[data-anchor="2"]').boundingBox())!;
  await press(page, [1000, 900], [1100, 1000]);
  const after = (await page.locator('[data-anchor="2"]').boundingBox())!;
  expect(after.x).toBeGreaterThan(before.x + 20);
  // Once more, now that its handles lie over it.
  await press(page, [1100, 1000], [1100, 1060]);
  expect((await page.locator('[data-anchor="2"]').boundingBox())!.y).toBeGreaterThan(after.y + 10);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  // A chosen anchor is drawn a little larger.
  const back = (await page.locator('[data-anchor="2"]').boundingBox())!;
  expect(Math.abs(back.x + back.width / 2 - before.x - before.width / 2)).toBeLessThan(1);
});

test('passes are added, copied, turned off, reordered and put on another line', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  const names = () =>
    page.locator('[data-pass]').evaluateAll((rows) => rows.map((r) => r.getAttribute('data-pass')));
  expect(await names()).toEqual(['Core', 'Halo']);
  await page.getByRole('button', { name: '+ add a pass' }).click();
  expect(await names()).toEqual(['Core', 'Pass', 'Halo']);
  await page.getByRole('button', { name: 'Duplicate Pass' }).click();
  expect(await names()).toEqual(['Core', 'Pass copy', 'Pass', 'Halo']);
  await page.getByRole('button', { name: 'Remove Pass', exact: true }).click();
  expect(await names()).toEqual(['Core', 'Pass copy', 'Halo']);
  await page.getByRole('switch', { name: 'Halo on' }).click();
  await expect(page.getByRole('switch', { name: 'Halo on' })).not.toBeChecked();

  const grip = (await pass(page, 'Halo').locator('span').first().boundingBox())!;
  const top = (await pass(page, 'Pass copy').boundingBox())!;
  await page.mouse.move(grip.x + 5, grip.y + 6);
  await page.mouse.down();
  await page.mouse.move(grip.x + 5, grip.y - 20, { steps: 4 });
  await page.mouse.move(grip.x + 5, top.y + 8, { steps: 6 });
  await page.mouse.up();
  await expect.poll(names).toEqual(['Core', 'Halo', 'Pass copy']);

  await page.getByRole('button', { name: 'Copy the passes' }).click();
  await page.getByRole('menuitem', { name: 'Put these passes on Ember line' }).click();
  await card(page, 'Ember line').locator('[data-card]').click();
  expect(await names()).toEqual(['Core', 'Halo', 'Pass copy']);
});

test('steps are built from their definitions and change the picture', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').locator('[data-card]').click();
  const picture = page.getByTestId('picture');
  for (const [step, label, text] of [
    ['Gaussian blur', 'Blur', '12'],
    ['Hue/saturation', 'Hue', '120'],
    ['Brightness/contrast/exposure', 'Exposure', '-2'],
    ['Tint', 'Amount', '90'],
  ] as const) {
    await settled(page);
    const before = await picture.screenshot();
    await pickStep(page, step);
    await setOfStep(page, label, text);
    await settled(page);
    expect(Buffer.compare(await picture.screenshot(), before)).not.toBe(0);
  }
  await page.getByRole('switch', { name: 'Colorize' }).click();
  await page.getByRole('switch', { name: 'Tint on' }).click();
  await page.getByRole('button', { name: 'More about Gaussian blur' }).click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  await expect(page.locator('[data-step]')).toHaveCount(3);
});

test('a layer is moved, scaled, turned and flipped by handles, keys and numbers', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').locator('[data-card]').click();
  const x = Number(await value(page, 'X').inputValue());
  await press(page, [1060, 640], [1160, 640]);
  await expect
    .poll(async () => Math.abs(Number(await value(page, 'X').inputValue()) - x - 100))
    .toBeLessThan(4);
  await page.keyboard.press('Shift+ArrowRight');
  await expect
    .poll(async () => Math.abs(Number(await value(page, 'X').inputValue()) - x - 110))
    .toBeLessThan(4);

  const handle = (await page.locator('[data-handle="1-1"]').boundingBox())!;
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await page.mouse.down();
  await page.mouse.move(handle.x - 60, handle.y - 80, { steps: 5 });
  await page.mouse.up();
  const width = Number(await value(page, 'Width').inputValue());
  expect(width).toBeLessThan(78);
  expect(Number(await value(page, 'Height').inputValue())).toBeCloseTo(width, 1);

  const knob = (await page.getByTestId('rotate').boundingBox())!;
  await page.mouse.move(knob.x + knob.width / 2, knob.y + knob.height / 2);
  await page.mouse.down();
  await page.mouse.move(knob.x + 90, knob.y + 40, { steps: 5 });
  await page.mouse.up();
  // To the right is a turn one way above the box, and the other way below it.
  expect(Math.abs(Number(await value(page, 'Turn').inputValue()))).toBeGreaterThan(5);
  await setValue(page, 'Turn', '0');
  await page.getByRole('button', { name: 'Flip left to right' }).click();
  await expect(value(page, 'Width')).toHaveValue(String(Number((-width).toFixed(1))));
});

test('a click on the stage selects what shows there, a second one what lies beneath', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await page.getByRole('button', { name: 'Arrange' }).click();
  await press(page, [1161, 506]);
  await expect(page.getByRole('textbox', { name: 'Name of the layer' })).toHaveValue('Heron');
  await press(page, [1161, 506]);
  await expect(page.getByRole('textbox', { name: 'Name of the layer' })).toHaveValue('Ember line');
});

test('zoom keeps the place under the pointer; Space pans; compare hides the layer while held', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  const area = page.getByTestId('scene-area');
  const before = (await area.boundingBox())!;
  await page.mouse.move(before.x + 200, before.y + 100);
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -300);
  await page.keyboard.up('Control');
  await expect
    .poll(async () => (await area.boundingBox())!.width / before.width)
    .toBeGreaterThan(1.5);
  const after = (await area.boundingBox())!;
  expect((before.x + 200 - after.x) / after.width).toBeCloseTo(200 / before.width, 2);

  await page.keyboard.down('Space');
  await page.mouse.down();
  await page.mouse.move(before.x + 260, before.y + 130, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Space');
  expect((await area.boundingBox())!.x - after.x).toBeCloseTo(60, 0);

  await page.getByRole('button', { name: 'Fit' }).click();
  await settled(page);
  const full = await page.getByTestId('picture').screenshot();
  const button = (await page.getByRole('button', { name: 'Hold to compare' }).boundingBox())!;
  await page.mouse.move(button.x + 20, button.y + 10);
  await page.mouse.down();
  await expect(page.getByText(/^Without “.*” · let go/)).toBeVisible();
  await expect
    .poll(async () => Buffer.compare(await page.getByTestId('picture').screenshot(), full))
    .not.toBe(0);
  await page.mouse.up();
  await expect(page.getByText(/^Without “.*” · let go/)).toHaveCount(0);
});

test('layers are duplicated, renamed, hidden and deleted; all actions are in the palette', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await stage(page)
    .focus()
    .catch(() => undefined);
  await page.keyboard.press('Control+d');
  await expect
    .poll(() => depth(page))
    .toEqual(['Pier at dusk', 'Ember line', 'Heron', 'Tide line', 'Tide line copy']);
  await page.getByRole('textbox', { name: 'Name of Tide line copy' }).fill('Second tide');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Hide Second tide' }).click();
  await expect(page.getByRole('button', { name: 'Show Second tide' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do?').fill('delete');
  await page.keyboard.press('Enter');
  await expect(cards(page)).toHaveCount(4);
  await page.keyboard.press('Control+z');
  await expect(cards(page)).toHaveCount(5);
});

test('the picture goes to the clipboard', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await page.getByRole('button', { name: 'More ways out' }).click();
  await page.getByRole('menuitem', { name: 'Copy the picture' }).click();
  await expect(page.getByText('The picture is on the clipboard')).toBeVisible();
  const size = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    const bitmap = await createImageBitmap(await item!.getType('image/png'));
    return [bitmap.width, bitmap.height];
  });
  expect(size).toEqual([1920, 1200]);
});

test('an export can be cancelled, and says how far it is', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('radio', { name: '×2' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }).click();
  await expect
    .poll(async () => Number(await page.getByRole('progressbar').getAttribute('aria-valuenow')))
    .toBeGreaterThan(0);
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('The export is cancelled')).toBeVisible();
  await expect(
    page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }),
  ).toBeEnabled();
});
