/** Weaving a line round a subject, and layers with each other. */
import { expect, test, type Page } from './test';
import { everyLayer } from '../core/scene/model/schema';
import {
  dragBy,
  act,
  add,
  card,
  colourAt,
  newScene,
  openExample,
  press,
  savedScene,
  setValue,
  startLine,
} from './bench-page';

const weaveOf = async (page: Page, name: string) => {
  const scene = await savedScene(page);
  return everyLayer(scene.layers).find((l) => l.name === name)!.weave;
};
const stretches = (page: Page, is: 'behind' | 'front' | '') =>
  page.locator(is ? `[data-stretch=${is}]` : '[data-stretch]');

const sum = (c: number[]) => c[0]! + c[1]! + c[2]!;

test('a line winds round the heron: stretches go behind and in front by a click, and by keys', async ({
  page,
}) => {
  await openExample(page, 'Bend of light');
  await card(page, 'Sparks').locator('[data-card]').click();
  await add(page, 'Spiral round');
  await page.keyboard.press('9');
  // What is most likely meant is chosen: the heron, and not the pier behind all.
  await expect(page.getByRole('button', { name: 'with Heron' })).toBeVisible();
  await expect(stretches(page, '')).not.toHaveCount(0);
  const many = await stretches(page, '').count();
  expect(many).toBeGreaterThan(3);
  await expect(stretches(page, 'behind')).toHaveCount(Math.ceil(many / 2));

  await page.getByRole('button', { name: 'All in front' }).click();
  await expect(stretches(page, 'front')).toHaveCount(many);
  await page.getByRole('button', { name: 'All behind' }).click();
  await expect(stretches(page, 'behind')).toHaveCount(many);
  const last = stretches(page, '').last();
  const name = /^Stretch \d+ of \d+: in front$/;
  await last.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name })).toHaveCount(1);
  expect((await weaveOf(page, 'Spiral round'))!.choices).toHaveLength(many);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name })).toHaveCount(0);
});

test('a stretch that is sent behind is hidden by the heron; without her the weave waits', async ({
  page,
}) => {
  await openExample(page, 'Bend of light');
  await card(page, 'Sparks').locator('[data-card]').click();
  await add(page, 'Straight line');
  await page.keyboard.press('9');
  await expect(stretches(page, '')).toHaveCount(1);
  await page.getByRole('button', { name: 'All in front' }).click();
  await expect(stretches(page, 'front')).toHaveCount(1);
  const box = (await page.getByTestId('weave-word').boundingBox())!;
  const scene = (await page.getByTestId('scene-area').boundingBox())!;
  const k = 1920 / scene.width;
  // Beside the word, where the line lies on her.
  const at = [(box.x + box.width / 2 - scene.x) * k, (box.y + 11 - scene.y) * k] as const;
  const lit = await colourAt(page, at);
  await page.getByTestId('weave-word').click();
  await expect(stretches(page, 'behind')).toHaveCount(1);
  await expect.poll(async () => sum(await colourAt(page, at))).toBeLessThan(sum(lit) - 150);

  await card(page, 'Heron').locator('[data-card]').click();
  await page.keyboard.press('Delete');
  await card(page, 'Straight line').locator('[data-card]').click();
  await page.keyboard.press('9');
  await expect(page.getByText(/What it was woven with is gone: choose another/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await card(page, 'Straight line').locator('[data-card]').click();
  await page.keyboard.press('9');
  await expect(stretches(page, 'behind')).toHaveCount(1);
  await page.getByRole('button', { name: 'Remove the weave' }).click();
  expect(await weaveOf(page, 'Straight line')).toBeNull();
});

test('light spills on what it is clipped to, in the colour of its line, and waits without it', async ({
  page,
}) => {
  await openExample(page, 'Bend of light');
  await card(page, 'Sparks').locator('[data-card]').click();
  await add(page, 'Straight line');
  const on = [1000, 640] as const;
  const before = await colourAt(page, on);
  await act(page, 'Spill its light on another layer');
  await expect(card(page, 'Spill of Straight line')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Light of' })).toHaveText('Straight line');
  await setValue(page, 'Reach', '500');
  await expect.poll(async () => (await colourAt(page, on))[0]!).toBeGreaterThan(before[0]! + 8);
  // Its height over what it falls on is dragged on the stage.
  await page.keyboard.press('6');
  await dragBy(page, page.getByRole('button', { name: /^How high the light hangs/ }), 0, -40);
  const scene = await savedScene(page);
  const spill = everyLayer(scene.layers).find((l) => l.source.kind === 'spill')!;
  expect(spill.source).toMatchObject({ values: { way: 'light' } });
  expect(spill.source.kind === 'spill' && spill.source.values.height!).toBeGreaterThan(90);
  const base = scene.layers[scene.layers.indexOf(spill) - 1]!;
  expect([spill.clip, base.clip || base.name]).toEqual([true, true]);
  await card(page, 'Straight line').first().locator('[data-card]').click();
  await page.keyboard.press('Delete');
  await card(page, 'Spill of Straight line').locator('[data-card]').click();
  await expect(page.getByText(/Its light is gone/)).toBeVisible();
});

test('the edges of a weave are corrected by the brush, on top of what was chosen', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Tide line').locator('[data-card]').click();
  await page.keyboard.press('9');
  await page.getByRole('button', { name: 'All behind' }).click();
  await page.getByRole('button', { name: 'Correct by brush' }).click();
  // The line lies behind her body here; a stroke that shows brings it back.
  const at = [1076, 734] as const;
  const before = await colourAt(page, at);
  const way = page.getByRole('button', { name: /^(Hides|Shows)$/ });
  if ((await way.textContent()) === 'Hides') await way.click();
  await setValue(page, 'Size', '90');
  await press(page, [1040, 738], [1110, 728]);
  expect(sum(await colourAt(page, at))).toBeGreaterThan(sum(before) + 60);
  expect((await weaveOf(page, 'Tide line'))!.strokes!.map((s) => s.size)).toEqual([90]);
  await page.getByRole('button', { name: 'Without corrections' }).click();
  expect(await colourAt(page, at)).toEqual(before);
});

test('a line is woven with itself: crossings are turned round by mouse and key', async ({
  page,
}) => {
  await newScene(page, 800, 500);
  await startLine(page);
  for (const at of [
    [150, 250],
    [600, 250],
    [600, 100],
    [350, 100],
    [350, 420],
  ] as const)
    await press(page, at);
  await page.keyboard.press('Enter');
  await page.keyboard.press('9');
  await page.getByRole('button', { name: 'With itself', exact: true }).click();
  const crossing = page.getByTestId('crossings').getByRole('button');
  await expect(crossing).toHaveCount(1);
  await expect(crossing).toHaveAccessibleName(/the earlier strand goes over/);
  const firstOver = async () => {
    const { source } = (await savedScene(page)).layers[0]!;
    return source.kind === 'line' ? source.crossings?.choices[0]?.firstOver : undefined;
  };
  await crossing.click();
  await expect(crossing).toHaveAccessibleName(/the later strand goes over/);
  await expect.poll(firstOver).toBe(false);
  await crossing.focus();
  await page.keyboard.press('Enter');
  await expect.poll(firstOver).toBe(true);
  await page.getByRole('button', { name: 'With itself', exact: true }).click();
  await expect(crossing).toHaveCount(0);
});
