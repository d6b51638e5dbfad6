/** The examples of letters, rebuilt from nothing by mouse and keys. */
import { expect, test } from './test';
import { add, newScene, openExample, savedScene, settled } from './bench-page';
import { letters } from './letters-page';

test('Tide: a sea of a gradient, waves, and letters of glass', async ({ page }) => {
  await newScene(page, 1920, 1200);
  await add(page, 'Fill');
  await page.getByRole('combobox', { name: 'Paint' }).click();
  await page.getByRole('option', { name: 'Linear gradient' }).click();
  await page.getByRole('button', { name: 'Ramp: Sea' }).click();
  await add(page, 'Ribbon waves');
  await letters(page, [420, 760], ['TIDE'], 'Fredoka', 560, 'Sea glass');
  const made = await savedScene(page);
  expect(made.layers.map((l) => l.source.kind)).toEqual(['fill', 'line', 'text']);
});

test('Stripped: letters taken out of a painted wall', async ({ page }) => {
  await newScene(page, 1920, 1200);
  await add(page, 'Fill');
  await page.getByRole('combobox', { name: 'Paint' }).click();
  await page.getByRole('option', { name: 'Texture', exact: true }).click();
  await page.getByRole('button', { name: 'Ramp: Ember' }).click();
  await letters(page, [260, 640], ['SALT', 'MERE'], 'Alfa Slab One', 460, 'Stripped paint');
  const [, text] = (await savedScene(page)).layers;
  expect(text!.steps.map((s) => s.kind)).toContain('style.paint');
  expect(text!.body).toBe(0);
});

test('Lantern Week: two signs, one of them broken', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await letters(page, [560, 560], ['Lantern'], 'Pacifico', 280, 'Neon sign, lit');
  await letters(page, [620, 820], ['WEEK'], 'Tilt Neon', 180, 'Tube script');
  await letters(page, [640, 260], ['SALTMERE'], 'Tilt Neon', 84, 'Neon sign, half broken');
  const made = await savedScene(page);
  expect(made.layers.map((l) => l.name).slice(1)).toEqual(['Lantern', 'WEEK', 'SALTMERE']);
  // Recipes fit the letters they are put on: the far light of larger ones goes farther.
  const reach = (i: number) =>
    Math.max(...made.layers[i]!.steps.map((s) => Number(s.values.tailReach ?? 0)));
  expect(reach(1)).toBeGreaterThan(reach(3));
});

test('Night Seven in type: letters between waves', async ({ page }) => {
  await newScene(page, 1500, 1000);
  await letters(page, [200, 620], ['NIGHT'], 'Anton', 420, 'Gold leaf');
  await page.getByRole('button', { name: 'split into letters' }).click();
  await settled(page);
  await add(page, 'Ribbon waves');
  const made = await savedScene(page);
  const group = made.layers.find((l) => l.layers)!;
  expect(group.layers).toHaveLength(5);
  expect(group.steps.length).toBeGreaterThan(3);
});
