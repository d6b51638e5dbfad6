/** Selections: drawn, by colour, moved, kept, and what becomes of them. */
import { expect, test } from './test';
import { isPath } from '../core/sources/line-shape';
import {
  act,
  add,
  card,
  choose,
  colourAt,
  newScene,
  onPage,
  press,
  savedScene,
  settled,
  shownAt,
  pickStep,
} from './bench-page';

test.beforeEach(async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Fill');
  await page.keyboard.press('0');
  await choose(page, 'Brush', 'Box');
});

test('areas add up, and become a mask of the layer or of its opposite', async ({ page }) => {
  await press(page, [100, 100], [300, 300]);
  await choose(page, 'New', 'Add');
  await choose(page, 'Box', 'Oval');
  await press(page, [500, 100], [700, 300]);
  await expect(page.getByTestId('moving-edge')).toBeVisible();
  await page.mouse.move(...(await onPage(page, [400, 400])));
  await expect(page.getByTestId('mask-word')).toHaveText('adds to the selection');
  await choose(page, 'Becomes…', 'The mask of Fill');
  await expect(page.getByTestId('moving-edge')).toHaveCount(0);
  expect(await shownAt(page, [200, 200])).toBeGreaterThan(0.9);
  expect(await shownAt(page, [600, 200])).toBeGreaterThan(0.9);
  expect(await shownAt(page, [510, 110])).toBeLessThan(0.1);
  expect(await shownAt(page, [400, 200])).toBeLessThan(0.1);
  // Every part is as live as it was: the mask is made of them.
  expect((await savedScene(page)).layers[0]!.mask!.parts).toHaveLength(2);
});

test('a selection is moved by itself, and limits the brush', async ({ page }) => {
  await press(page, [100, 100], [300, 300]);
  await choose(page, 'Box', 'Move by itself');
  await press(page, [200, 200], [500, 250]);
  await settled(page);
  const { selection } = await savedScene(page);
  expect(selection!.place!.x).toBeCloseTo(300, 1);
  expect(selection!.place!.y).toBeCloseTo(50, 1);
  await page.keyboard.press('3');
  await choose(page, 'Move by itself', 'Brush');
  await page.mouse.move(...(await onPage(page, [150, 400])));
  await expect(page.getByTestId('mask-word')).toHaveText(
    'outside the selection: nothing would change',
  );
  await press(page, [300, 250], [700, 250]);
  expect(await shownAt(page, [500, 250])).toBeLessThan(0.1);
  expect(await shownAt(page, [350, 250])).toBeGreaterThan(0.9);
  const after = await savedScene(page);
  expect(after.kept).toHaveLength(1);
  expect(after.layers[0]!.mask!.parts.at(-1)!.shape).toMatchObject({ within: after.kept[0]!.id });
});

test('a colour reaches as far as it hangs together; what is selected becomes fills and lines', async ({
  page,
}) => {
  await press(page, [100, 100], [300, 300]);
  await choose(page, 'Becomes…', 'A fill');
  await expect(card(page, 'Filled selection')).toBeVisible();
  await page.keyboard.press('0');
  await choose(page, 'Box', 'Colour reach');
  await page.mouse.click(...(await onPage(page, [200, 200])));
  await expect(page.getByTestId('moving-edge')).toBeVisible();
  await choose(page, 'Becomes…', 'A line round it');
  await expect(card(page, 'Line round the selection')).toBeVisible();
  const { layers } = await savedScene(page);
  const { source } = layers.find((l) => l.name === 'Line round the selection')!;
  const anchors =
    source.kind === 'line' && isPath(source.shape) ? source.shape.paths[0]!.anchors : [];
  const xs = anchors.map((a) => a.x);
  expect(Math.abs(Math.min(...xs) - 100)).toBeLessThan(2);
  expect(Math.abs(Math.max(...xs) - 300)).toBeLessThan(2);
});

test('a selection is kept by name, selected again, and limits a step', async ({ page }) => {
  await press(page, [100, 100], [300, 300]);
  await choose(page, 'Becomes…', 'A saved selection');
  await act(page, 'Select nothing of the picture');
  await expect(page.getByTestId('moving-edge')).toHaveCount(0);
  await pickStep(page, 'Tint');
  await page.getByRole('combobox', { name: /^Where .* works$/ }).click();
  await page.getByRole('option', { name: 'within Selection 1' }).click();
  await settled(page);
  expect(await colourAt(page, [200, 200])).not.toEqual(await colourAt(page, [600, 400]));
  await page.getByRole('button', { name: 'select', exact: true }).click();
  await expect(page.getByTestId('moving-edge')).toBeVisible();
});
