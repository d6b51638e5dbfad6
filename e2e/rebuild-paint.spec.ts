/** The examples of paint and smear, rebuilt from nothing by mouse and keys. */
import { expect, test, type Page } from './test';
import type { PaintStroke } from '../core/brush/paint-brush';
import type { SmearStroke } from '../core/definitions/strokes';
import {
  act,
  add,
  card,
  colourAt,
  newScene,
  openExample,
  press,
  savedScene,
  setBrushColour,
  settled,
  setValue,
  type XY,
} from './bench-page';
import { letters, step } from './letters-page';

/** Takes a brush of the book, and a colour. */
async function takeBrush(page: Page, name: string, colour?: string): Promise<void> {
  await page.getByRole('button', { name: 'Brushes' }).click();
  await page.getByRole('button', { name: `Take ${name}`, exact: true }).click();
  if (colour) await setBrushColour(page, colour);
}

const strokesOf = async (page: Page, name: string): Promise<PaintStroke[]> => {
  const layer = (await savedScene(page)).layers.find((l) => l.name === name)!;
  return layer.source.kind === 'paint' ? layer.source.strokes : [];
};

test('Ember Pier: tongues drawn up from letters that stay letters', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await letters(page, [480, 620], ['EMBER'], 'Bowlby One', 260, 'Lantern paper');
  await step(page, 'Fray into tongues');
  await page.getByRole('button', { name: 'Smear', exact: true }).click();
  const before = await colourAt(page, [577, 275]);
  for (const x of [560, 740, 920, 1100, 1280]) await press(page, [x, 470], [x + 20, 250]);
  await settled(page);
  expect((await colourAt(page, [577, 275]))[0]).toBeGreaterThan(before[0] + 20);
  // The same strokes act on other letters.
  await page.keyboard.press('2');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('SMOKE');
  await page.keyboard.press('Escape');
  await settled(page);
  const text = (await savedScene(page)).layers.at(-1)!;
  expect(text.name).toBe('SMOKE');
  const smear = text.steps.find((s) => s.kind === 'warp.smear')!;
  expect((smear.values.strokes as SmearStroke[]).map((s) => s.way)).toHaveLength(5);
  // Styles follow what is drawn out.
  const kinds = text.steps.map((s) => s.kind);
  expect(kinds.indexOf('warp.smear')).toBeLessThan(kinds.findIndex((k) => k.startsWith('style')));
});

test('Melt: letters that drip, and colours painted over them in soft light', async ({ page }) => {
  await newScene(page, 1400, 1750);
  await letters(page, [240, 800], ['MELT'], 'Alfa Slab One', 380, null);
  await step(page, 'Drip');
  await setValue(page, 'Length', '300');
  await settled(page);
  await act(page, 'Paint over the layer');
  await takeBrush(page, 'Soft light', '#ff2f7d');
  await press(page, [300, 700], [700, 640]);
  await takeBrush(page, 'Soft light', '#3ad7ff');
  await press(page, [800, 760], [1100, 640]);
  await page.getByRole('combobox', { name: 'Blend' }).first().click();
  await page.getByRole('option', { name: 'Soft light', exact: true }).click();
  await settled(page);
  const { layers } = await savedScene(page);
  expect(layers.map((l) => [l.source.kind, l.clip, l.blend])).toEqual([
    ['text', false, 'normal'],
    ['paint', true, 'soft-light'],
  ]);
  expect(layers[0]!.steps.map((s) => s.kind)).toEqual(['warp.drip']);
});

test('Portholes: depth, veins painted once and mirrored, and sparks in the glass', async ({
  page,
}) => {
  await openExample(page, 'Portholes');
  await card(page, 'Helmet').locator('[data-card]').click();
  await add(page, 'Paint');
  await takeBrush(page, 'Soft light', '#000000');
  const front: XY = [1029, 525];
  await press(page, [front[0] - 90, front[1] + 20], [front[0] + 60, front[1] + 80]);
  await takeBrush(page, 'Fine veins', '#7fe9ff');
  await page.getByRole('button', { name: 'No mirror' }).click();
  await page.getByRole('menuitem', { name: 'Across an axis' }).click();
  const before = await strokesOf(page, 'Paint');
  await press(page, [front[0] + 40, front[1] - 20], [front[0] + 90, front[1] - 40]);
  await press(page, [front[0] + 40, front[1] + 30], [front[0] + 90, front[1] + 60]);
  await takeBrush(page, 'Stars');
  await press(page, [front[0] - 40, front[1] - 60], [front[0] + 40, front[1] - 60]);
  await settled(page);
  const strokes = await strokesOf(page, 'Paint');
  // The veins and the stars stand twice.
  expect(strokes).toHaveLength(before.length + 6);
  expect(strokes.at(-1)!.brush.scatters).toBe(true);
});

test('Saltmere bloom: a letter whose bloom is painted, and colours brushed behind it', async ({
  page,
}) => {
  await newScene(page, 1600, 1200);
  await add(page, 'Paint');
  await takeBrush(page, 'Ambient wash', '#2f6bff');
  await press(page, [400, 500], [1100, 600]);
  await letters(page, [520, 850], ['S'], 'Pacifico', 760, null);
  await step(page, 'Glow');
  await setValue(page, 'Reach', '120');
  await settled(page);
  const lit = await colourAt(page, [880, 300]);
  // The glow where it is painted alone.
  await page.keyboard.press('8');
  await expect(page.getByRole('button', { name: /Where it works/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await press(page, [560, 860], [700, 900]);
  await settled(page);
  const text = (await savedScene(page)).layers.at(-1)!;
  expect(text.steps[0]!.where!.parts).toHaveLength(1);
  expect(await colourAt(page, [880, 300])).not.toEqual(lit);
  await add(page, 'Paint');
  await takeBrush(page, 'Sparks');
  await press(page, [700, 300], [900, 800]);
  await settled(page);
  expect((await savedScene(page)).layers.map((l) => l.source.kind)).toEqual([
    'paint',
    'text',
    'paint',
  ]);
});
