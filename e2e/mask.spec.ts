/** Masks: painted, drawn round, faded, and taken from other layers. */
import { expect, test, type Page } from './test';
import type { Mask } from '../core/masks/mask';
import type { XY } from './bench-page';
import {
  add,
  card,
  choose,
  colourAt,
  newScene,
  onPage,
  press,
  savedScene,
  settled,
  setValue,
  shownAt,
  pickStep,
} from './bench-page';

const maskOf = async (page: Page, name = 'Fill'): Promise<Mask | null> => {
  await settled(page);
  const scene = await savedScene(page);
  return scene.layers.find((l) => l.name === name)!.mask;
};

test.beforeEach(async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Fill');
  await page.keyboard.press('3');
});

test('a brush hides and reveals; strokes stay live, and one undo takes back one', async ({
  page,
}) => {
  await page.mouse.move(...(await onPage(page, [300, 200])));
  await expect(page.getByTestId('mask-word')).toHaveText('hides · mask of Fill');
  await press(page, [200, 250], [600, 250]);
  expect(await shownAt(page, [400, 250])).toBeLessThan(0.1);
  expect(await shownAt(page, [400, 60])).toBeGreaterThan(0.9);
  await page.keyboard.press('3');
  await press(page, [400, 250], [420, 250]);
  expect(await shownAt(page, [410, 250])).toBeGreaterThan(0.9);
  expect(await shownAt(page, [250, 250])).toBeLessThan(0.1);
  const mask = (await maskOf(page))!;
  expect(mask.parts.map((p) => p.shape.kind)).toEqual(['full', 'strokes']);
  const shape = mask.parts[1]!.shape;
  expect(shape.kind === 'strokes' && shape.strokes.map((s) => s.hides)).toEqual([true, false]);
  await page.keyboard.press('Control+z');
  expect(await shownAt(page, [410, 250])).toBeLessThan(0.1);
  // Straight on from where the last stroke ended, with a larger brush.
  await page.keyboard.press(']');
  await page.keyboard.press('3');
  await page.keyboard.down('Shift');
  await press(page, [420, 450]);
  await page.keyboard.up('Shift');
  expect(await shownAt(page, [420, 350])).toBeLessThan(0.1);
});

test('boxes, ovals and lassos show, hide and keep only; fades lie on them', async ({ page }) => {
  await choose(page, 'Brush', 'Box');
  await choose(page, 'Hides', 'Shows');
  await press(page, [100, 100], [700, 400]);
  expect(await shownAt(page, [400, 250])).toBeGreaterThan(0.9);
  expect(await shownAt(page, [50, 50])).toBeLessThan(0.1);
  await choose(page, 'Box', 'Oval');
  await choose(page, 'Shows', 'Hides');
  await press(page, [300, 150], [500, 350]);
  expect(await shownAt(page, [400, 250])).toBeLessThan(0.1);
  expect(await shownAt(page, [310, 160])).toBeGreaterThan(0.9);
  await choose(page, 'Oval', 'Lasso');
  await choose(page, 'Hides', 'Intersects');
  for (const p of [
    [50, 50],
    [750, 50],
    [50, 480],
  ] as const)
    await page.mouse.click(...(await onPage(page, p)));
  await page.keyboard.press('Enter');
  expect(await shownAt(page, [150, 150])).toBeGreaterThan(0.9);
  expect(await shownAt(page, [680, 380])).toBeLessThan(0.1);
  await choose(page, 'Lasso', 'Fade');
  await press(page, [120, 250], [280, 250]);
  await expect(page.getByTestId('fade-to')).toBeVisible();
  expect(await shownAt(page, [110, 200])).toBeGreaterThan(0.85);
  expect(await shownAt(page, [270, 200])).toBeLessThan(0.15);
  const mask = (await maskOf(page))!;
  expect(mask.parts.map((p) => p.way)).toEqual(['add', 'subtract', 'intersect', 'intersect']);
  // All of it is turned round by one click, and each part can be taken out.
  await page.getByRole('switch', { name: 'Invert' }).click();
  expect(await shownAt(page, [110, 200])).toBeLessThan(0.15);
  await page.locator('[data-part=area]').first().getByRole('switch').click();
  await page.getByRole('button', { name: 'Remove Fade' }).click();
  expect((await maskOf(page))!.parts).toHaveLength(3);
});

test('what another layer covers is a mask that follows it; what a stroke would not do is said', async ({
  page,
}) => {
  await page.keyboard.press('1');
  await add(page, 'Ellipse');
  await card(page, 'Fill').locator('[data-card]').click();
  await page.getByRole('button', { name: '+ add a mask' }).click();
  await page.getByRole('menuitem', { name: 'What Ellipse covers' }).click();
  expect(await shownAt(page, [40, 40])).toBeLessThan(0.1);
  const shape = (await maskOf(page))!.parts[0]!.shape;
  expect(shape).toMatchObject({ kind: 'layer', what: 'coverage' });
  await setValue(page, 'Grow', '8');
  await settled(page);
  await page.keyboard.press('3');
  await page.getByRole('switch', { name: 'Mask on' }).click();
  await page.mouse.move(...(await onPage(page, [300, 200])));
  await expect(page.getByTestId('mask-word')).toHaveText(
    'the mask of Fill is off: nothing would change',
  );
  await press(page, [300, 200], [400, 200]);
  expect((await maskOf(page))!.parts).toHaveLength(1);
});

test('a mask is applied on request: the layer is a picture, and undo brings all of it back', async ({
  page,
}) => {
  await press(page, [200, 250], [600, 250]);
  await page.getByRole('button', { name: 'More about the mask' }).click();
  await page.getByRole('menuitem', { name: 'Apply it: bake the layer' }).click();
  await expect(page.getByText('Fill is a picture now')).toBeVisible({ timeout: 30_000 });
  const layer = async () => (await savedScene(page)).layers.find((l) => l.name === 'Fill')!;
  expect((await layer()).source.kind).toBe('picture');
  expect((await layer()).mask).toBeNull();
  expect(await shownAt(page, [400, 250])).toBeLessThan(0.1);
  expect(await shownAt(page, [400, 60])).toBeGreaterThan(0.9);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(async () => (await layer()).source.kind).toBe('fill');
  expect((await layer()).mask).not.toBeNull();
});

test('a step works by its amount, and where that is painted', async ({ page }) => {
  await pickStep(page, 'Brightness/contrast/exposure');
  await setValue(page, 'Exposure', '4');
  const bright = async (at: XY) => {
    await settled(page);
    return (await colourAt(page, at))[2];
  };
  const lit = await bright([400, 250]);
  await setValue(page, 'Amount', '0');
  const plain = await bright([400, 250]);
  expect(lit).toBeGreaterThan(plain + 60);
  await setValue(page, 'Amount', '100');
  // The digit paints where the open step works, and the pointer says so.
  await page.keyboard.press('8');
  await page.mouse.move(...(await onPage(page, [200, 250])));
  await expect(page.getByTestId('mask-word')).toHaveText(
    'reveals · where Brightness/contrast/exposure works',
  );
  await press(page, [150, 250], [300, 250]);
  expect(await bright([220, 250])).toBeGreaterThan(lit - 30);
  expect(await bright([600, 250])).toBe(plain);
  await page.keyboard.press('8');
  await press(page, [220, 250], [240, 250]);
  expect(await bright([230, 250])).toBeLessThan(plain + 40);
  const { layers } = await savedScene(page);
  const step = layers.at(-1)!.steps[0]!;
  expect(step.where!.parts).toHaveLength(1);
  await page.getByRole('combobox', { name: 'Where Brightness/contrast/exposure works' }).click();
  await page.getByRole('option', { name: 'everywhere' }).click();
  expect(await bright([600, 250])).toBe(lit);
});
