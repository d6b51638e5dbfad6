/** Light that behaves like light: intensities, the end of the picture, the light meter and glare. */
import { expect, test } from './test';
import {
  act,
  add,
  card,
  colourAt,
  newScene,
  onPage,
  savedScene,
  setValue,
  settled,
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

  await act(page, 'Mark what is beyond the screen');
  await settled(page);
  const marked = await colourAt(page, middle);
  expect(marked).not.toEqual([r, g, b, 255]);
  await act(page, 'No marks beyond the screen');
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
  await setValue(page, 'Scatters', '90');
  await setValue(page, 'Bloom', '20');
  await settled(page);
  expect(await beside()).toBeGreaterThan(before + 8);
  await page.keyboard.press('Delete');
  await settled(page);
  expect(await beside()).toBe(before);
  await expect(card(page, 'Glare')).toHaveCount(0);
});
