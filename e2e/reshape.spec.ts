/** Reshaping: parts of a layer carried by themselves, and meshes. */
import { expect, test, type Page } from './test';
import {
  act,
  add,
  choose,
  newScene,
  onPage,
  press,
  savedScene,
  settled,
  shownAt,
  value,
} from './bench-page';

const tool = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Stage' }).getByRole('button', { name, exact: true }).click();

/** A blue square from (300, 150) to (500, 350) on the dark. */
test.beforeEach(async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Fill');
  await page.keyboard.press('0');
  await choose(page, 'Brush', 'Box');
  await press(page, [300, 150], [500, 350]);
  await choose(page, 'Becomes…', 'The mask of Fill');
  // A group of it, so that its edge goes with what is reshaped.
  await act(page, 'Put the layer in a group');
  await page.keyboard.press('5');
});

test('a part is chosen and carried by mouse, keys and numbers, and stays live', async ({
  page,
}) => {
  await tool(page, 'Box');
  await press(page, [280, 130], [400, 370]);
  await expect(page.getByRole('button', { name: 'Part 1', exact: true }).first()).toBeVisible();
  // The left half goes left: the rest of the square gives, and stays whole.
  await press(page, [340, 250], [280, 250]);
  expect(await shownAt(page, [255, 250])).toBeGreaterThan(0.95);
  expect(await shownAt(page, [380, 250])).toBeGreaterThan(0.95);
  expect(await shownAt(page, [490, 250])).toBeGreaterThan(0.95);
  expect(await shownAt(page, [230, 250])).toBeLessThan(0.05);
  await page.keyboard.press('Shift+ArrowRight');
  expect(await shownAt(page, [245, 250])).toBeLessThan(0.05);
  const regions = async () =>
    (await savedScene(page)).layers[0]!.steps[0]!.values.regions as { to: { x: number } }[];
  expect((await regions())[0]!.to.x).toBeCloseTo(-50, 0);
  await value(page, 'X').last().fill('0');
  await page.keyboard.press('Enter');
  await settled(page);
  expect(await shownAt(page, [290, 250])).toBeLessThan(0.05);
  // Deleting takes the part, and not the layer.
  await page.mouse.move(...(await onPage(page, [700, 450])));
  await page.keyboard.press('Delete');
  await expect.poll(regions).toHaveLength(0);
  await page.keyboard.press('Control+z');
  await expect.poll(regions).toHaveLength(1);
});

test('a mesh bends the layer; more points keep it bent; arrows move what is chosen', async ({
  page,
}) => {
  await tool(page, 'Lay a mesh');
  // Of 4 × 4 points the lower right one is dragged out.
  const points = page.getByTestId('mesh').getByRole('button');
  await expect(points).toHaveCount(16);
  const mesh = async () =>
    (await savedScene(page)).layers[0]!.steps[0]!.values.mesh as {
      box: { x0: number; y0: number; x1: number; y1: number };
      points: { x: number; y: number }[];
    };
  const { box } = await mesh();
  await press(page, [box.x1, box.y1], [box.x1 - 60, box.y1 - 40]);
  expect((await mesh()).points[15]!.x).toBeCloseTo(box.x1 - 60, -1);
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => (await mesh()).points[15]!.y).toBeLessThan(box.y1 - 40);
  await value(page, 'Columns').fill('5');
  await page.keyboard.press('Enter');
  await expect(points).toHaveCount(20);
  const finer = await mesh();
  expect(finer.points[19]!.x).toBeCloseTo(box.x1 - 60, -1);
  await page.getByRole('button', { name: 'Flatten' }).click();
  await expect.poll(async () => (await mesh()).points[19]!.x).toBeCloseTo(box.x1, 3);
});

test('with nothing selected there is no part from it, and one from a selection goes round it', async ({
  page,
}) => {
  await expect(page.getByRole('button', { name: 'From the selection' })).toHaveCount(0);
  await page.keyboard.press('0');
  await press(page, [420, 120], [540, 380]);
  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'From the selection' }).click();
  await expect(page.getByTestId('arrange-box')).toBeVisible();
  await press(page, [480, 250], [540, 250]);
  expect(await shownAt(page, [550, 250])).toBeGreaterThan(0.9);
});
