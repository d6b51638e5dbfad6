/** Light that behaves like light: intensities, the end of the picture, the light meter and glare. */
import { expect, test } from './test';
import {
  dragBy,
  openExample,
  act,
  add,
  card,
  colourAt,
  newScene,
  onPage,
  savedScene,
  setValue,
  settled,
  pickStep,
} from './bench-page';

test('a tube burns to white by its intensity alone, and the meter reads it', async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Tube');
  await settled(page);
  const scene = await savedScene(page);
  const { x, y } = scene.layers[0]!.placement;
  const middle = [x, y] as const;
  // Its middle is white though no pass of it is.
  const [r, g, b] = await colourAt(page, middle);
  expect(Math.min(r, g, b)).toBeGreaterThan(225);
  const { source } = scene.layers[0]!;
  expect(source.kind === 'line' && source.passes.map((p) => p.colour)).toEqual([
    source.kind === 'line' && source.light,
    source.kind === 'line' && source.light,
  ]);
  await setValue(page, 'Intensity', '-6');
  await settled(page);
  expect((await colourAt(page, middle))[1]).toBeLessThan(120);
  await page.keyboard.press('Control+z');
  await settled(page);

  await act(page, 'Light meter at the pointer');
  await page.mouse.move(...(await onPage(page, [x - 1, y])));
  await page.mouse.move(...(await onPage(page, middle)));
  await expect(page.getByTestId('light-meter')).toContainText('beyond the screen');
  await page.mouse.move(...(await onPage(page, [40, 40])));
  await expect(page.getByTestId('light-meter')).toContainText('−');
  await act(page, 'Put the light meter away');
  await expect(page.getByTestId('light-meter')).toHaveCount(0);

  await act(page, 'Mark clipped lights and crushed shadows');
  await settled(page);
  const marked = await colourAt(page, middle);
  expect(marked).not.toEqual([r, g, b, 255]);
  await act(page, 'No marks of clipped lights and crushed shadows');
  await settled(page);
  expect(await colourAt(page, middle)).toEqual([r, g, b, 255]);
});

test('glare over the scene spreads what is too bright', async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Tube');
  await settled(page);
  const beside = async () => (await colourAt(page, [400, 330]))[2];
  const before = await beside();
  await act(page, 'Glare over the whole scene');
  await setValue(page, 'Scatter', '90');
  await setValue(page, 'Bloom', '20');
  await settled(page);
  expect(await beside()).toBeGreaterThan(before + 8);
  await page.keyboard.press('Delete');
  await settled(page);
  expect(await beside()).toBe(before);
  await expect(card(page, 'Glare')).toHaveCount(0);
});

test('a tube on the wet pier: a flare on its end, a reflection, and letters bent from glass', async ({
  page,
}) => {
  await openExample(page, 'Blank pier');
  await add(page, 'Tube');
  await add(page, 'Cold star');
  // A flare is laid by the two ends of its axis; its light goes with the end of the line.
  await expect(page.getByTestId('flare-handles')).toBeVisible();
  const choose = async (label: string, option: string) => {
    await page.getByRole('combobox', { name: label, exact: true }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
    await settled(page);
  };
  await choose('Its light', 'At the end of a line');
  let scene = await savedScene(page);
  const [, tube, flare] = scene.layers;
  expect(flare!.source).toMatchObject({ kind: 'flare', of: tube!.id, values: { tied: 'end' } });
  const end =
    tube!.source.kind === 'line' && 'paths' in tube!.source.shape
      ? tube!.source.shape.paths[0]!.anchors.at(-1)!
      : { x: 0, y: 0 };
  const at = [end.x + tube!.placement.x, end.y + tube!.placement.y] as const;
  expect(Math.min(...(await colourAt(page, at)).slice(0, 3))).toBeGreaterThan(235);
  // Dragged away it is tied to nothing.
  await dragBy(page, page.getByRole('button', { name: /^The light of the flare/ }), -60, -30);
  scene = await savedScene(page);
  expect(scene.layers[2]!.source).toMatchObject({ values: { tied: 'free' } });
  await page.keyboard.press('Control+z');
  await settled(page);

  await act(page, 'Mirror all lights on a floor');
  await expect(page.getByTestId('reflection-handles')).toBeVisible();
  const before = await colourAt(page, [at[0], 1050]);
  await dragBy(
    page,
    page.getByRole('button', { name: 'The line on the floor that it is mirrored about' }),
    0,
    -40,
  );
  scene = await savedScene(page);
  const mirror = scene.layers.find((l) => l.source.kind === 'reflection')!;
  expect(mirror.source).toMatchObject({ of: null, values: { left: { x: 0 } } });
  // It stands behind the lowest light, on the picture.
  expect(scene.layers.indexOf(mirror)).toBe(1);
  expect(await colourAt(page, [at[0], 1050])).not.toEqual(before);

  await page.locator('[data-card][aria-label="Tube"]').click();
  await pickStep(page, 'Rays');
  await expect(page.getByTestId('point-handles')).toHaveCount(0);
  await page.keyboard.press('6');
  await expect(page.getByTestId('point-handles')).toBeVisible();
  await dragBy(page, page.getByRole('button', { name: 'Lamp', exact: true }), 80, 30);
  scene = await savedScene(page);
  expect(scene.layers[2]!.steps[0]!.values.lamp).toMatchObject({ y: expect.any(Number) });
});
