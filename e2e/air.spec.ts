/** Mist, smoke, weather and what flies in one wind, by mouse and keys. */
import { expect, test } from './test';
import {
  add,
  card,
  colourAt,
  layerNamed,
  openExample,
  press,
  savedScene,
  setValue,
  settled,
  take,
} from './bench-page';
import { letters } from './letters-page';

const brightness = ([r, g, b]: readonly number[]) => r! + g! + b!;

test('mist stands as far as its horizon, which is dragged on the stage', async ({ page }) => {
  await openExample(page, 'Blank pier');
  const far = [960, 560] as const;
  const before = await colourAt(page, far);
  await add(page, 'Mist');
  await setValue(page, 'Density', '200');
  await settled(page);
  expect(await colourAt(page, far)).not.toEqual(before);
  await page.getByRole('button', { name: /Horizon$/ }).click();
  await press(page, [960, 744], [960, 1100]);
  await settled(page);
  const { source } = await layerNamed(page, 'Mist');
  const values = source.kind === 'mist' ? source.values : null;
  expect(values).toMatchObject({ density: 200 });
  const { placement } = await layerNamed(page, 'Mist');
  expect(values!.horizon!.y + placement.y).toBeCloseTo(1100, -1);
  // The far shore is clear again: it stands higher than the mist reaches.
  expect(await colourAt(page, far)).toEqual(before);
  await page.keyboard.press('Control+z');
  await settled(page);
  const undone = await layerNamed(page, 'Mist');
  expect(undone.source.kind === 'mist' && undone.source.values.horizon).toBeNull();
});

test('smoke rises from letters, and sparks share its wind', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await letters(page, [480, 900], ['EMBER'], 'Bowlby One', 260, null);
  await add(page, 'Smoke');
  await take(page, 'Rises', 'Upper edges');
  await setValue(page, 'Wind', '80');
  await page.getByRole('switch', { name: 'One wind' }).click();
  await settled(page);
  const text = await layerNamed(page, 'EMBER');
  const smoke = await layerNamed(page, 'Smoke');
  expect(smoke.source).toMatchObject({ of: text.id, values: { wind: 80, together: true } });
  await add(page, 'Embers');
  await page.getByRole('switch', { name: 'One wind' }).click();
  await settled(page);
  const windOf = async (name: string) => {
    const { source } = await layerNamed(page, name);
    return 'values' in source && 'wind' in source.values ? source.values.wind : null;
  };
  expect(await windOf('Embers')).toBe(80);
  await setValue(page, 'Wind', '130');
  await settled(page);
  expect(await windOf('Smoke')).toBe(130);
});

test('rain falls, splashes on letters, and runs down a pane', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await letters(page, [480, 900], ['QUAY'], 'Bowlby One', 260, null);
  await add(page, 'Rain');
  await take(page, 'Splashes on', 'QUAY');
  await setValue(page, 'Streaks', '4000');
  await settled(page);
  const text = await layerNamed(page, 'QUAY');
  expect((await layerNamed(page, 'Rain')).source).toMatchObject({
    ...{ of: text.id, values: { count: 4000 } },
  });
  const before = await colourAt(page, [960, 500]);
  await add(page, 'Drops on glass');
  await setValue(page, 'Density', '100');
  await setValue(page, 'Size', '60');
  await settled(page);
  const shown = await Promise.all([420, 500, 580, 660, 740].map((y) => colourAt(page, [960, y])));
  expect(shown).not.toContainEqual(before);
  // The letters are taken away: the rain goes on without splashing, and says why.
  await card(page, 'QUAY').locator('[data-card]').click();
  await page.keyboard.press('Delete');
  await card(page, 'Rain').locator('[data-card]').click();
  await expect(page.getByText('The layer that it splashes on is gone')).toBeVisible();
});

test('particles begin where one paints, and look like a layer', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await letters(page, [100, 1100], ['Q'], 'Bowlby One', 90, null);
  await add(page, 'Fireflies');
  await setValue(page, 'Count', '3000');
  await page.getByRole('button', { name: 'paint where they begin' }).click();
  const before = brightness(await colourAt(page, [1200, 300]));
  await press(page, [900, 300], [1500, 300]);
  await settled(page);
  const { layers } = await savedScene(page);
  const flies = layers.find((l) => l.name === 'Fireflies')!;
  const where = layers.find((l) => l.name === 'Beginnings of Fireflies')!;
  expect(flies.source).toMatchObject({ of: where.id, values: { from: 'area' } });
  expect(where.opacity).toBe(0);
  const row = await Promise.all(
    [1000, 1050, 1100, 1150, 1200, 1250, 1300].map((x) => colourAt(page, [x, 300])),
  );
  expect(Math.max(...row.map(brightness))).toBeGreaterThan(before + 60);
  await card(page, 'Fireflies').locator('[data-card]').click();
  await take(page, 'Look', 'A layer');
  await take(page, 'Looks like', 'Q');
  const text = await layerNamed(page, 'Q');
  expect((await layerNamed(page, 'Fireflies')).source).toMatchObject({ sprite: text.id });
});

test('recipes burn: letters in flames, and an edge of embers', async ({ page }) => {
  await openExample(page, 'Blank pier');
  const above = [560, 640, 720, 780, 860, 940, 1020].map((x) => [x, 640] as const);
  const most = async () =>
    Math.max(...(await Promise.all(above.map((at) => colourAt(page, at)))).map(([r]) => r));
  const before = await most();
  await letters(page, [480, 960], ['EMBER'], 'Bowlby One', 260, 'Burning letters');
  await settled(page);
  expect(await most()).toBeGreaterThan(before + 60);
  const text = await layerNamed(page, 'EMBER');
  expect(text.steps.map((s) => s.kind)).toContain('style.flame');
  await page.keyboard.press('Control+z');
  await settled(page);
  expect(await most()).toBe(before);
});
