/** Strokes of the finger: what is there is dragged along, and stays live. */
import { expect, test, type Page } from './test';
import type { SmearStroke } from '../core/definitions/strokes';
import type { DripChange } from '../core/definitions/warps';
import {
  add,
  colourAt,
  dragBy,
  newScene,
  onPage,
  press,
  savedScene,
  settled,
  type XY,
  pickStep,
} from './bench-page';

const strokesOf = async (page: Page): Promise<SmearStroke[]> => {
  await settled(page);
  const layer = (await savedScene(page)).layers.at(-1)!;
  const step = layer.steps.find((s) => s.kind === 'warp.smear');
  return (step?.values.strokes ?? []) as SmearStroke[];
};

const red = async (page: Page, at: XY): Promise<number> => {
  await settled(page);
  return (await colourAt(page, at))[0];
};

/** A scene with a bar of paint across its middle, which is smeared. */
test.beforeEach(async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Paint');
  await press(page, [200, 250], [600, 250]);
  await page.getByRole('button', { name: 'Smear', exact: true }).click();
});

test('a finger draws paint out into tongues; undo takes back one stroke', async ({ page }) => {
  await page.mouse.move(...(await onPage(page, [400, 150])));
  await expect(page.getByTestId('mask-word')).toHaveText('smear · Paint');
  expect(await red(page, [400, 130])).toBeLessThan(20);
  await press(page, [400, 250], [400, 60]);
  expect(await red(page, [400, 130])).toBeGreaterThan(120);
  expect(await red(page, [200, 130])).toBeLessThan(20);
  expect((await strokesOf(page)).map((s) => s.way)).toEqual(['smear']);
  await page.keyboard.press('Control+z');
  expect(await red(page, [400, 130])).toBeLessThan(20);
  await page.keyboard.press('Control+Shift+z');
  expect(await red(page, [400, 130])).toBeGreaterThan(120);
});

test('push, swirl and restore work by the same brush; a press that rests goes on', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'Push', exact: true }).click();
  await press(page, [400, 250], [400, 180]);
  expect(await red(page, [400, 165])).toBeGreaterThan(150);
  await page.getByRole('button', { name: 'Restore' }).click();
  const [x, y] = await onPage(page, [400, 200]);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.waitForTimeout(900);
  await page.mouse.up();
  expect(await red(page, [400, 165])).toBeLessThan(60);
  const [, back] = await strokesOf(page);
  expect(back!.way).toBe('restore');
  expect(back!.points).toHaveLength(1);
});

test('strokes are taken hold of: chosen, moved, turned off and deleted', async ({ page }) => {
  await press(page, [300, 250], [300, 60]);
  await page.getByRole('button', { name: 'Take hold' }).click();
  const [x, y] = await onPage(page, [300, 150]);
  await page.mouse.click(x, y);
  await expect(page.getByTestId('chosen-stroke')).toHaveCount(1);
  await press(page, [300, 150], [450, 150]);
  expect(await red(page, [450, 130])).toBeGreaterThan(120);
  expect(await red(page, [300, 130])).toBeLessThan(20);
  await page.getByRole('button', { name: 'Turn off', exact: true }).click();
  expect(await red(page, [450, 130])).toBeLessThan(20);
  await page.getByRole('button', { name: 'Turn on', exact: true }).click();
  expect(await red(page, [450, 130])).toBeGreaterThan(120);
  await page.keyboard.press('Delete');
  expect(await red(page, [450, 130])).toBeLessThan(20);
  expect(await strokesOf(page)).toEqual([]);
});

test('drips hang from a shape; one is dragged longer, and one taken away', async ({ page }) => {
  await pickStep(page, 'Drip');
  await page.getByRole('button', { name: 'Drips', exact: true }).click();
  const handles = page.getByTestId('drips').getByRole('button');
  await expect(handles.first()).toBeVisible();
  const count = await handles.count();
  await dragBy(page, handles.first(), 0, 40);
  await settled(page);
  const changes = async () => {
    const layer = (await savedScene(page)).layers.at(-1)!;
    return layer.steps.find((s) => s.kind === 'warp.drip')!.values.drips as DripChange[];
  };
  const [longer] = await changes();
  expect(longer!.longer).toBeGreaterThan(1.05);
  await page.keyboard.press('Delete');
  await settled(page);
  expect((await changes())[0]!.removed).toBe(true);
  await expect(handles).toHaveCount(count - 1);
  await page.getByRole('button', { name: /^Put back/ }).click();
  await expect(handles).toHaveCount(count);
});
