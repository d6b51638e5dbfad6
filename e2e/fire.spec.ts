/** Fire, what flies, and surfaces, made by mouse and keys; among them three examples, rebuilt from nothing. */
import { expect, test } from './test';
import {
  act,
  add,
  card,
  colourAt,
  layerNamed,
  newScene,
  openExample,
  press,
  savedScene,
  settled,
  setValue,
  stage,
  take,
} from './bench-page';
import { letters, step } from './letters-page';

test('Ember Pier: letters burn from their upper edges, and the fire follows them', async ({
  page,
}) => {
  await openExample(page, 'Blank pier');
  await letters(page, [480, 700], ['EMBER'], 'Bowlby One', 260, null);
  const above = [780, 340] as const;
  const before = await colourAt(page, above);
  await add(page, 'Fire');
  await take(page, 'Burns from', 'Upper edges');
  await setValue(page, 'Height', '420');
  await setValue(page, 'Fuel', '150');
  await settled(page);
  const flames = await layerNamed(page, 'Fire');
  const text = await layerNamed(page, 'EMBER');
  expect(flames.source.kind === 'flame' && flames.source.of).toBe(text.id);
  // Somewhere above the letters it is bright, and it was dark.
  const row = await Promise.all(
    [560, 640, 720, 780, 860, 940, 1020].map((x) => colourAt(page, [x, 340])),
  );
  expect(Math.max(...row.map(([r]) => r))).toBeGreaterThan(before[0] + 60);
  // Smoke rises from the same, right behind the fire.
  await page.getByRole('button', { name: 'let it smoke' }).click();
  await settled(page);
  const { layers } = await savedScene(page);
  expect(layers.slice(-2).map((l) => l.source.kind)).toEqual(['smoke', 'flame']);
  expect(layers.at(-2)!.source).toMatchObject({ of: text.id, values: { height: 756 } });
  await page.keyboard.press('Control+z');
  // Its layer is taken away, and it says so; it burns again when that is back.
  await card(page, 'EMBER').locator('[data-card]').click();
  await page.keyboard.press('Delete');
  await card(page, 'Fire').locator('[data-card]').click();
  await expect(page.getByText('The layer that it begins on is gone')).toBeVisible();
  await page.keyboard.press('Control+z');
  await settled(page);
  await expect(page.getByText('The layer that it begins on is gone')).toHaveCount(0);
});

test('Snow on the pier: snow, its centre dragged, and a mask where a texture is', async ({
  page,
}) => {
  await openExample(page, 'Blank pier');
  await add(page, 'Lamp snow');
  await setValue(page, 'Count', '300');
  await setValue(page, 'Keep clear', '200');
  await page.getByRole('button', { name: /Centre$/ }).click();
  const snow = () => layerNamed(page, 'Lamp snow');
  const { placement } = await snow();
  await press(page, [placement.x, placement.y], [placement.x - 300, placement.y + 120]);
  await settled(page);
  const { source } = await snow();
  const values = source.kind === 'particles' ? source.values : null;
  expect(values).toMatchObject({ count: 300, clear: 200, look: 'snow' });
  expect(values!.centre!.x).toBeCloseTo(-300, -1);
  expect(values!.centre!.y).toBeCloseTo(120, -1);
  await page.getByRole('button', { name: '+ add a mask' }).click();
  await page.getByRole('menuitem', { name: 'Texture', exact: true }).click();
  await settled(page);
  expect((await snow()).mask!.parts.map((p) => p.shape.kind)).toEqual(['texture']);
  await page.keyboard.press('Control+z');
  await settled(page);
  expect((await snow()).mask).toBeNull();
});

test('Night glass: a gradient broken into glass, within letters', async ({ page }) => {
  await newScene(page, 1200, 800);
  await letters(page, [160, 520], ['TIDE'], 'Bowlby One', 380, null);
  await add(page, 'Fill');
  await take(page, 'Paint', 'Linear gradient');
  await step(page, 'Mosaic');
  await setValue(page, 'Tile size', '60');
  await settled(page);
  const inside = [300, 420] as const;
  const [a, b] = [await colourAt(page, inside), await colourAt(page, [304, 424])];
  // Of one tile, or grout between two.
  expect(a.slice(0, 3).every((v, i) => Math.abs(v - b[i]!) < 255)).toBe(true);
  await act(page, 'Clip to the layer beneath');
  await settled(page);
  const { layers } = await savedScene(page);
  expect(layers.map((l) => [l.source.kind, l.clip])).toEqual([
    ['text', false],
    ['fill', true],
  ]);
  expect(layers[1]!.steps.map((s) => s.kind)).toEqual(['surface.mosaic']);
  // Outside the letters the background stands as it was.
  expect((await colourAt(page, [60, 60]))[0]).toBeLessThan(60);
});

test('a texture is chosen by its picture, has values of its own, and takes another on it', async ({
  page,
}) => {
  await newScene(page, 1200, 800);
  await add(page, 'Fill');
  await take(page, 'Paint', 'Texture');
  await page.getByRole('button', { name: 'Texture', exact: true }).click();
  const picker = page.getByRole('dialog', { name: 'Texture' });
  await expect(picker.getByRole('radio')).toHaveCount(18);
  await expect(picker.locator('img')).toHaveCount(18);
  await picker.getByRole('radio', { name: 'Brick and tile' }).click();
  await settled(page);
  const paint = async () => {
    const { source } = (await savedScene(page)).layers.at(-1)!;
    return source.kind === 'fill' ? source.paint : null;
  };
  // It comes in its natural colours.
  expect(await paint()).toMatchObject({ texture: 'brick', ramp: { colours: [{}, {}, {}] } });
  await setValue(page, 'Joint', '20');
  await setValue(page, 'Relief', '120');
  await page.getByRole('button', { name: 'Lay a texture on it' }).click();
  await settled(page);
  expect(await paint()).toMatchObject({
    textureValues: { brick: { joint: 20 } },
    relief: 120,
    over: [{ texture: 'scratches', blend: 'normal' }],
  });
  await page.getByRole('button', { name: 'Remove texture 2' }).click();
  await settled(page);
  expect((await paint())!.over).toEqual([]);
  await expect(stage(page)).toBeVisible();
});
