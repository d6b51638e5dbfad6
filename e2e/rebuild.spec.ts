/** Whole jobs, done as an artist does them: from the bare picture to the lit scene, by mouse and keys. */
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from './test';
import type { XY } from './bench-page';
import {
  act,
  cards,
  add,
  card,
  colourAt,
  dragBy,
  onPage,
  press,
  savedScene,
  settled,
  setOfStep,
  setValue,
  startLine,
  pickStep,
} from './bench-page';

const pictures = fileURLToPath(new URL('../demo/pictures/', import.meta.url));

async function openPicture(page: Page, name: string): Promise<void> {
  await page.goto('/');
  const buffer = await readFile(`${pictures}${name}.png`);
  await page
    .getByLabel('Open a picture')
    .setInputFiles({ name: `${name}.png`, mimeType: 'image/png', buffer });
  await page.waitForURL(/\/scene\//);
  await settled(page);
}

/** Adds a sample picture to the scene, and waits until it is there. */
async function addPicture(page: Page, name: string): Promise<void> {
  const before = await cards(page).count();
  const buffer = await readFile(`${pictures}${name}.png`);
  await page
    .getByLabel('Add a picture')
    .setInputFiles({ name: `${name}.png`, mimeType: 'image/png', buffer });
  // It is decoded first: until then nothing shows that the picture is out of date.
  await expect(cards(page)).toHaveCount(before + 1);
  await settled(page);
}

async function step(page: Page, kind: string, label: string, text: string): Promise<void> {
  await pickStep(page, kind);
  await setOfStep(page, label, text);
  await settled(page);
}

/** Drags the selected layer by its box, grabbed `by` px off its middle, until that lies at a place of the scene. */
async function carry(page: Page, to: XY, by: XY = [14, 0]): Promise<void> {
  await page.keyboard.press('1');
  const box = (await page.getByTestId('arrange-box').boundingBox())!;
  const [x, y] = await onPage(page, to);
  await page.mouse.move(box.x + box.width / 2 + by[0], box.y + box.height / 2 + by[1]);
  await page.mouse.down();
  await page.keyboard.down('Control');
  await page.mouse.move(x + by[0], y + by[1], { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Control');
  await settled(page);
}

/** How bright the stage is at a place of the scene, 0–255. */
async function brightness(page: Page, at: XY): Promise<number> {
  const [r, g, b] = await colourAt(page, at);
  return Math.max(r, g, b);
}

test('Harbour wall is rebuilt from its picture: ring, mirrored lantern, wave, lamps, water', async ({
  page,
}) => {
  await openPicture(page, 'harbour-wall');
  await step(page, 'Brightness/contrast/exposure', 'Exposure', '-1.15');
  const dark = await brightness(page, [800, 190]);

  await add(page, 'Ring');
  await dragBy(page, page.locator('[data-handle="1-1"]'), 28, 28);
  await carry(page, [800, 510]);
  expect(await brightness(page, [800, 190])).toBeGreaterThan(dark + 60);

  await startLine(page);
  for (const p of [
    [800, 268],
    [690, 330],
    [612, 520],
    [700, 700],
    [700, 742],
    [800, 742],
  ] as XY[])
    await press(page, p);
  await page.keyboard.press('Enter');
  await settled(page);
  await page.getByRole('button', { name: '+ add a modifier' }).click();
  await page.getByRole('menuitem', { name: 'Mirror', exact: true }).click();
  await setValue(page, 'Through X', '800');
  await settled(page);
  expect(await brightness(page, [900, 742])).toBeGreaterThan(150);

  await add(page, 'Sine wave');
  await setValue(page, 'Length', '1080');
  await setValue(page, 'Waves', '6');
  await carry(page, [800, 872]);

  await add(page, 'Bulb string');
  await carry(page, [960, 80]);

  await card(page, 'Ring').locator('[data-card]').click();
  await act(page, 'Echo');
  await page.getByRole('button', { name: 'Flip top to bottom' }).click();
  await carry(page, [800, 1330]);
  await setValue(page, 'Opacity', '55');
  await step(page, 'Gaussian blur', 'Blur', '8');
  await settled(page);
  expect(await brightness(page, [800, 1010])).toBeGreaterThan(40);

  const scene = await savedScene(page);
  expect(scene.layers).toHaveLength(6);
  expect(scene.layers.some((l) => l.source.kind === 'echo')).toBe(true);
});

test('Paper duel is rebuilt from its pictures: two boats, a blade and a dark one, crossed', async ({
  page,
}) => {
  await openPicture(page, 'harbour-wall');
  await step(page, 'Brightness/contrast/exposure', 'Exposure', '-1.9');
  const before = await brightness(page, [960, 420]);
  const blade = async (name: string, turn: string, to: XY, by: XY) => {
    await add(page, name);
    await setValue(page, 'Turn', turn);
    await carry(page, to, by);
  };
  await blade('Dark blade', '-135', [1090, 520], [40, 40]);
  for (const [x, flip] of [
    [520, false],
    [1400, true],
  ] as const) {
    await addPicture(page, 'paper-boat');
    await dragBy(page, page.locator('[data-handle="1-1"]'), -180, -142);
    if (flip) await page.getByRole('button', { name: 'Flip left to right' }).click();
    await carry(page, [x, 880]);
    await step(page, 'Brightness/contrast/exposure', 'Exposure', '-0.95');
  }
  await blade('Blade', '-45', [840, 540], [40, -40]);
  await settled(page);
  expect(await brightness(page, [840, 540])).toBeGreaterThan(before + 120);
  const scene = await savedScene(page);
  expect(scene.layers.map((l) => l.source.kind)).toEqual([
    'picture',
    'group',
    'picture',
    'picture',
    'line',
  ]);
});

test('Blade at dusk is rebuilt from its pictures: matched, lit by the blade, and finished', async ({
  page,
}) => {
  await openPicture(page, 'wet-pier');
  await act(page, 'Save a take');
  await step(page, 'Brightness/contrast/exposure', 'Exposure', '-1.5');
  await addPicture(page, 'tin-sailor');
  await carry(page, [960, 690]);
  const came = await brightness(page, [930, 640]);
  await pickStep(page, 'Match');
  await settled(page);
  expect(await brightness(page, [930, 640])).toBeLessThan(came - 15);
  const unlit = (await colourAt(page, [1160, 600]))[2];
  await add(page, 'Blade');
  await setValue(page, 'Turn', '-63');
  await carry(page, [1320, 262], [20, -40]);
  await card(page, 'tin-sailor').locator('[data-card]').click();
  await card(page, 'Blade').locator('[data-card]').click();
  await act(page, 'Spill its light on another layer');
  await settled(page);
  expect((await colourAt(page, [1160, 600]))[2]).toBeGreaterThan(unlit);
  await addPicture(page, 'paper-boat');
  await carry(page, [830, 925]);
  await act(page, 'Add a grade');
  const corner = await brightness(page, [60, 500]);
  await step(page, 'Vignette', 'Light at the edge', '-2');
  await pickStep(page, 'Grain');
  await settled(page);
  expect(await brightness(page, [60, 500])).toBeLessThan(corner);
  const scene = await savedScene(page);
  expect(scene.takes).toHaveLength(1);
  expect(scene.layers.map((l) => l.source.kind)).toEqual([
    ...['picture', 'picture', 'spill', 'picture', 'grade', 'line'],
  ]);
});

/** Carries an anchor of the selected line to a place of the scene. */
async function pullAnchor(page: Page, at: number, to: XY): Promise<void> {
  const dot = (await page.locator('[data-anchor]').nth(at).boundingBox())!;
  const [x, y] = await onPage(page, to);
  await page.mouse.move(dot.x + dot.width / 2, dot.y + dot.height / 2);
  await page.mouse.down();
  await page.keyboard.down('Control');
  await page.mouse.move(x, y, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Control');
  await settled(page);
}

test('Bend of light is rebuilt from its pictures: a sweep behind the heron, another before her, sparks', async ({
  page,
}) => {
  await openPicture(page, 'wet-pier');
  await step(page, 'Brightness/contrast/exposure', 'Exposure', '-1.7');
  const neck: XY = [1140, 432];
  const dark = await brightness(page, neck);
  const sweep = async (...to: XY[]) => {
    await add(page, 'Streak');
    await page.keyboard.press('2');
    for (const [i, at] of to.entries()) await pullAnchor(page, i, at);
  };
  await sweep([360, 330], [1010, 430], [1500, 560]);
  const behind = await brightness(page, neck);
  expect(behind).toBeGreaterThan(dark + 80);

  await addPicture(page, 'ceramic-heron');
  await carry(page, [1000, 622]);
  await step(page, 'Brightness/contrast/exposure', 'Exposure', '-0.45');
  // She stands before the light.
  expect(await brightness(page, neck)).toBeLessThan(behind);

  await sweep([420, 1010], [1080, 730], [1500, 560]);
  expect(await brightness(page, [1080, 730])).toBeGreaterThan(150);
  await act(page, 'Duplicate');
  await page.getByRole('button', { name: '+ add a modifier' }).click();
  await page.getByRole('menuitem', { name: 'Scatter', exact: true }).click();
  await setValue(page, 'Spread', '90');
  await settled(page);

  const scene = await savedScene(page);
  expect(scene.layers.map((l) => l.source.kind)).toEqual([
    'picture',
    'line',
    'picture',
    'line',
    'line',
  ]);
});

test('Lamp on the pier is rebuilt from its picture: a beam, haze about the lamp, bulbs, night over all', async ({
  page,
}) => {
  await openPicture(page, 'wet-pier');
  await step(page, 'Brightness/contrast/exposure', 'Exposure', '-1.15');
  const dark = await brightness(page, [760, 700]);
  await add(page, 'Beam');
  await setValue(page, 'Length', '960');
  await setValue(page, 'Spread', '50');
  await setValue(page, 'Direction', '80');
  await setValue(page, 'X', '680');
  await setValue(page, 'Y', '240');
  await settled(page);
  expect(await brightness(page, [760, 700])).toBeGreaterThan(dark + 12);

  await add(page, 'Ellipse');
  await carry(page, [682, 262]);

  await add(page, 'Bulb string');
  await page.keyboard.press('2');
  await pullAnchor(page, 0, [690, 170]);
  await pullAnchor(page, -1, [1910, 330]);

  await add(page, 'Grade');
  await step(page, 'Gradient map', 'Amount', '60');
  await setValue(page, 'Opacity', '20');
  await settled(page);
  const scene = await savedScene(page);
  expect(scene.layers.map((l) => l.source.kind)).toEqual([
    'picture',
    'line',
    'line',
    'line',
    'grade',
  ]);
});
