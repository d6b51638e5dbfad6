/** Paint: strokes of a brush on a layer of their own, each of which stays a stroke. */
import { expect, test, type Page } from './test';
import { defaultsOf } from '../core/definitions/parameter-values';
import type { PaintStroke } from '../core/brush/paint-brush';
import { paintBrushParameters } from '../core/brush/paint-brush';
import { isPacked } from '../core/brush/points';
import { trackPoints } from '../core/brush/stroke-points';
import { newPaint, newScene as blankScene } from '../core/scene/model/make';
import { openStored } from './stored-scenes';
import {
  act,
  add,
  bytesOf,
  card,
  cards,
  colourAt,
  newScene,
  onPage,
  press,
  savedScene,
  saved,
  setBrushColour,
  settled,
  setValue,
  type XY,
} from './bench-page';

const strokesOf = async (page: Page): Promise<PaintStroke[]> => {
  await settled(page);
  const { source } = (await savedScene(page)).layers.find((l) => l.name === 'Paint')!;
  return source.kind === 'paint' ? source.strokes : [];
};

/** How red a place is, 0–255, on a black ground. */
const red = async (page: Page, at: XY): Promise<number> => {
  await settled(page);
  return (await colourAt(page, at))[0];
};

/** How green a place is, 0–255. */
const green = async (page: Page, at: XY): Promise<number> => {
  await settled(page);
  return (await colourAt(page, at))[1];
};

test.beforeEach(async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Paint');
});

test('strokes are painted, erased and painted behind; one undo takes back one', async ({
  page,
}) => {
  await page.mouse.move(...(await onPage(page, [300, 200])));
  await expect(page.getByTestId('mask-word')).toHaveText('paints');
  await press(page, [200, 250], [600, 250]);
  expect(await red(page, [400, 250])).toBeGreaterThan(200);
  expect(await red(page, [400, 100])).toBeLessThan(30);
  // The digit of the mode goes between painting and erasing.
  await page.keyboard.press('2');
  await expect(page.getByTestId('mask-word')).toHaveText('erases');
  await press(page, [400, 250], [410, 250]);
  expect(await red(page, [405, 250])).toBeLessThan(40);
  expect(await red(page, [250, 250])).toBeGreaterThan(200);
  // What is painted behind fills what was erased, and nothing else changes.
  await page.getByRole('button', { name: 'Behind' }).click();
  await setBrushColour(page, '#00ff00');
  await press(page, [380, 250], [430, 250]);
  const [r, g] = await colourAt(page, [405, 250]);
  expect(g).toBeGreaterThan(200);
  expect(r).toBeLessThan(60);
  expect((await colourAt(page, [250, 250]))[0]).toBeGreaterThan(200);
  expect((await strokesOf(page)).map((s) => s.way)).toEqual(['over', 'erase', 'behind']);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  expect(await red(page, [405, 250])).toBeGreaterThan(200);
  await page.keyboard.press('Control+Shift+z');
  expect(await red(page, [405, 250])).toBeLessThan(40);
});

test('a brush is set in the chain, and its strokes are as it was', async ({ page }) => {
  await setValue(page, 'Size', '20');
  await setValue(page, 'Hardness', '100');
  await press(page, [100, 100], [700, 100]);
  await setValue(page, 'Size', '80');
  await setValue(page, 'Roundness', '20');
  const opacity = page
    .getByRole('group', { name: 'Brush' })
    .getByRole('spinbutton', { name: 'Opacity', exact: true });
  await opacity.fill('50');
  await opacity.press('Enter');
  await press(page, [100, 300], [700, 300]);
  const [thin, flat] = await strokesOf(page);
  expect(thin!.brush).toMatchObject({ size: 20, hardness: 100, roundness: 100, opacity: 100 });
  expect(flat!.brush).toMatchObject({ size: 80, roundness: 20, opacity: 50 });
  expect(await red(page, [400, 100])).toBeGreaterThan(240);
  expect(await red(page, [400, 113])).toBeLessThan(30);
  // 16 px high, and half of its colour.
  const half = await red(page, [400, 300]);
  expect(half).toBeGreaterThan(90);
  expect(half).toBeLessThan(170);
  expect(await red(page, [400, 312])).toBeLessThan(30);
});

test('a pen draws by its pressure, and one that is lifted outside the window ends its stroke', async ({
  page,
}) => {
  await setValue(page, 'Size', '60');
  await setValue(page, 'Hardness', '100');
  const [x, y] = await onPage(page, [200, 250]);
  const session = await page.context().newCDPSession(page);
  const pen = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', dx: number, force: number) =>
    session.send('Input.dispatchMouseEvent', {
      ...{ type, x: x + dx, y, button: 'left', buttons: type === 'mouseReleased' ? 0 : 1 },
      ...{ clickCount: 1, pointerType: 'pen', force, tiltX: 20 },
    });
  await pen('mousePressed', 0, 0.2);
  for (let dx = 10; dx <= 200; dx += 10) await pen('mouseMoved', dx, 0.2);
  await pen('mouseReleased', 200, 0);
  const [light] = await strokesOf(page);
  expect(trackPoints(light!)[0]!.pressure).toBeCloseTo(0.2, 1);
  // A fifth of 60 px.
  expect(await red(page, [260, 250])).toBeGreaterThan(200);
  expect(await red(page, [260, 262])).toBeLessThan(30);
  // Beyond the window.
  await page.mouse.move(x, y + 60);
  await page.mouse.down();
  await page.mouse.move(-40, y + 60, { steps: 4 });
  await page.mouse.up();
  await page.mouse.move(x + 100, y + 100);
  await page.mouse.move(x + 140, y + 100);
  expect(await strokesOf(page)).toHaveLength(2);
});

test('paint has what other layers have, and is there after a reload', async ({ page }) => {
  await press(page, [200, 250], [600, 250]);
  await page.keyboard.press('1');
  await expect(page.getByText('1 stroke')).toBeVisible();
  const before = await red(page, [400, 250]);
  await setValue(page, 'Opacity', '40');
  expect(await red(page, [400, 250])).toBeLessThan(before / 1.8);
  await saved(page);
  await page.reload();
  await settled(page);
  await expect(cards(page)).toHaveCount(1);
  await card(page, 'Paint').click();
  await expect(page.getByText('1 stroke')).toBeVisible();
  expect(await red(page, [400, 250])).toBeGreaterThan(20);
  await page.getByRole('button', { name: 'Paint on it' }).click();
  await press(page, [200, 400], [600, 400]);
  expect(await strokesOf(page)).toHaveLength(2);
});

test('the points of many strokes go into a file, and all is as it was', async ({ page }) => {
  const scene = blankScene('Strewn', 800, 500, '#000000');
  const layer = newPaint('Paint');
  for (let i = 0; i < 70; i++)
    layer.source.strokes.push({
      ...{ id: `s${i}`, way: 'over', colour: i === 69 ? '#ff0000' : '#0000ff' },
      brush: { ...defaultsOf(paintBrushParameters), size: 30, hardness: 100 },
      points: [[10 * i + 40, 100, 1, 0, 0, 0, 10 * i + 40, 140, 1, 0, 0, 9]],
    });
  scene.layers.push(layer);
  await openStored(page, 'strewn', scene);
  await settled(page);
  await page.keyboard.press('2');
  await press(page, [200, 400], [600, 400]);
  await expect.poll(async () => (await strokesOf(page)).filter((s) => !isPacked(s)).length).toBe(0);
  await saved(page);
  // The step of undo is still that of the stroke.
  await page.keyboard.press('Control+z');
  expect(await red(page, [400, 400])).toBeLessThan(30);
  await page.keyboard.press('Control+Shift+z');
  expect(await red(page, [400, 400])).toBeGreaterThan(200);
  await saved(page);
  await page.reload();
  await settled(page);
  expect(await red(page, [730, 120])).toBeGreaterThan(200);
  expect((await colourAt(page, [100, 120]))[2]).toBeGreaterThan(200);
  expect(await red(page, [400, 400])).toBeGreaterThan(200);
  expect(await strokesOf(page)).toHaveLength(71);
});

test('strokes are taken hold of: recoloured, resized, carried and deleted', async ({ page }) => {
  await setValue(page, 'Hardness', '100');
  await press(page, [100, 100], [700, 100]);
  await press(page, [100, 300], [700, 300]);
  await press(page, [400, 50], [400, 450]);
  await page.getByRole('button', { name: 'Take hold' }).click();
  await expect(page.getByText('Click a stroke, with Shift more of them')).toBeVisible();
  await page.mouse.click(...(await onPage(page, [200, 300])));
  await expect(page.getByTestId('chosen-stroke')).toHaveCount(1);
  await page.getByRole('button', { name: /^Colour of the strokes/ }).click();
  await page.getByLabel('Colour of the strokes as #rrggbb').fill('#00ff00');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  expect((await colourAt(page, [200, 300]))[1]).toBeGreaterThan(200);
  expect(await red(page, [200, 100])).toBeGreaterThan(200);
  // It lies beneath the one that was drawn after it, until it is carried to the front.
  expect((await colourAt(page, [400, 300]))[1]).toBeLessThan(150);
  await page.getByRole('button', { name: 'To the front' }).click();
  await settled(page);
  expect((await colourAt(page, [400, 300]))[1]).toBeGreaterThan(200);
  // Its brush is in the chain.
  await setValue(page, 'Size', '20');
  await settled(page);
  expect((await colourAt(page, [200, 330]))[1]).toBeLessThan(40);
  expect((await colourAt(page, [200, 300]))[1]).toBeGreaterThan(200);
  await page.keyboard.down('Shift');
  await page.mouse.click(...(await onPage(page, [600, 100])));
  await page.keyboard.up('Shift');
  await expect(page.getByTestId('chosen-stroke')).toHaveCount(2);
  // A box chooses what has a point in it; beside what is chosen, which would be moved.
  await page.keyboard.press('Escape');
  await press(page, [60, 200], [140, 480]);
  await expect(page.getByTestId('chosen-stroke')).toHaveCount(1);
  await page.keyboard.press('Delete');
  await settled(page);
  expect((await colourAt(page, [200, 300]))[1]).toBeLessThan(40);
  expect((await strokesOf(page)).map((s) => s.colour)).toEqual(['#ff5a1f', '#ff5a1f']);
  await page.keyboard.press('Control+a');
  await expect(page.getByTestId('chosen-stroke')).toHaveCount(2);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('chosen-stroke')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('painting')).toBeVisible();
});

test('strokes are mirrored over an axis that is dragged, and round a point', async ({ page }) => {
  await page.getByRole('button', { name: 'No mirror' }).click();
  await page.getByRole('menuitem', { name: 'Across an axis' }).click();
  await press(page, [100, 200], [200, 200]);
  expect(await red(page, [650, 200])).toBeGreaterThan(200);
  expect(await strokesOf(page)).toHaveLength(2);
  await page.keyboard.press('Control+z');
  expect(await red(page, [650, 200])).toBeLessThan(30);
  // The axis is moved to the right by its middle.
  await press(page, [400, 250], [450, 250]);
  await press(page, [100, 200], [120, 200]);
  expect(await red(page, [790, 200])).toBeGreaterThan(200);
  await page.getByRole('button', { name: 'Across an axis' }).click();
  await page.getByRole('menuitem', { name: 'Round a point' }).click();
  await press(page, [450, 100], [450, 110]);
  expect(await strokesOf(page)).toHaveLength(2 + 5);
});

test('a selection, a colour and what a stroke goes round are filled', async ({ page }) => {
  await page.keyboard.press('0');
  await page.getByRole('button', { name: 'Brush', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Box', exact: true }).click();
  await press(page, [100, 100], [300, 300]);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await page.getByRole('menuitem', { name: 'What is selected' }).click();
  await expect.poll(() => red(page, [110, 110])).toBeGreaterThan(200);
  expect(await red(page, [90, 110])).toBeLessThan(30);
  // The dark around it, as far as it hangs together.
  await setBrushColour(page, '#00ff00');
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await page.getByRole('menuitem', { name: 'A colour, by a click' }).click();
  await press(page, [600, 400]);
  await expect.poll(() => green(page, [20, 20]), { timeout: 15_000 }).toBeGreaterThan(200);
  expect(await red(page, [200, 200])).toBeGreaterThan(200);
  expect((await strokesOf(page)).map((s) => s.brush.tip)).toEqual(['inside', 'inside']);
});

test('strokes become a line of light, and a line strokes', async ({ page }) => {
  await press(page, [100, 250], [700, 250]);
  await page.getByRole('button', { name: 'Take hold' }).click();
  await press(page, [300, 250]);
  await page.getByRole('button', { name: 'Becomes…' }).click();
  await page.getByRole('menuitem', { name: 'A line of light' }).click();
  await settled(page);
  expect((await savedScene(page)).layers.map((l) => l.source.kind)).toEqual(['paint', 'line']);
  await act(page, 'Strokes of paint along the line');
  await settled(page);
  const { layers } = await savedScene(page);
  expect(layers.map((l) => l.source.kind)).toEqual(['paint', 'line', 'paint']);
});

test('a brush is taken from the book, kept, saved as a file and brought in again', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'Brushes' }).click();
  await page.getByRole('button', { name: 'Take Comet tail' }).click();
  await press(page, [100, 250], [700, 250]);
  const [stroke] = await strokesOf(page);
  expect(stroke!.brush).toMatchObject({ colours: 'along', taper: 260 });
  await page.getByRole('button', { name: 'Brushes' }).click();
  const book = page.getByRole('dialog', { name: 'Brushes' });
  await book.getByRole('button', { name: 'Save the brush as it is set' }).click();
  await expect(book.getByRole('button', { name: 'Take Brush 1' })).toBeVisible();
  const saving = page.waitForEvent('download');
  await book.getByRole('button', { name: 'Save Brush 1 as a file' }).click();
  const file = JSON.parse((await bytesOf(await saving)).toString()) as Record<string, unknown>;
  expect(file.picture).toMatch(/^data:image\/png;base64,/);
  const bring = (name: string, value: unknown) =>
    book.getByLabel('Bring in a brush').setInputFiles({
      ...{ name, mimeType: 'application/json' },
      buffer: Buffer.from(JSON.stringify(value)),
    });
  await bring('newer.json', { ...file, version: 9 });
  await expect(page.getByText('was saved by a newer Ignis')).toBeVisible();
  await bring('mine.json', { ...file, name: 'Mine' });
  await expect(book.getByRole('button', { name: 'Take Mine' })).toBeVisible();
});

test('colours are taken from a mark that goes along; strokes are listed by small pictures', async ({
  page,
}) => {
  // Green on the left, red where nothing is green.
  await setBrushColour(page, '#00ff00');
  await press(page, [150, 120], [150, 400]);
  await setBrushColour(page, '#ff0000');
  await press(page, [320, 120], [320, 400]);
  await add(page, 'Paint');
  await page.getByRole('combobox', { name: 'Colours' }).click();
  await page.getByRole('option', { name: 'From elsewhere' }).click();

  // The mark lies in the middle until it is dragged.
  const mark = page.getByTestId('mark').getByRole('button');
  const box = (await mark.boundingBox())!;
  const [fromX, fromY] = [box.x + box.width / 2, box.y + box.height / 2];
  expect(Math.abs(fromX - (await onPage(page, [400, 250]))[0])).toBeLessThan(2);
  await page.mouse.move(fromX, fromY);
  await page.mouse.down();
  await page.mouse.move(...(await onPage(page, [150, 200])), { steps: 4 });
  await page.mouse.up();

  await press(page, [550, 200], [550, 330]);
  expect(await green(page, [550, 200])).toBeGreaterThan(200);
  expect(await red(page, [550, 330])).toBeLessThan(60);
  // The next goes on as far from it: what lies 400 px to the left.
  await press(page, [720, 200], [720, 330]);
  expect(await red(page, [720, 260])).toBeGreaterThan(200);
  await page.keyboard.press('Control+z');
  expect(await red(page, [720, 260])).toBeLessThan(60);
  await page.keyboard.press('Control+Shift+z');

  await page.getByRole('button', { name: 'Take hold' }).click();
  const list = page.getByRole('list', { name: 'Strokes' });
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await list.getByRole('button', { name: 'Paint 1', exact: true }).click();
  // It has no colour of its own to set.
  await expect(page.getByRole('button', { name: 'To the front' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Colour of the strokes/ })).toHaveCount(0);
  // Its own mark is dragged: it takes from the red one now.
  const own = page.getByRole('button', { name: 'The stroke takes its colours from here' });
  const at = (await own.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(...(await onPage(page, [320, 200])), { steps: 4 });
  await page.mouse.up();
  expect(await red(page, [550, 260])).toBeGreaterThan(200);
  // Another brush, as large as it was.
  await page.getByRole('button', { name: 'Brushes' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await page.keyboard.press('Escape');
  const [first, second] = (await savedScene(page)).layers.flatMap((l) =>
    l.source.kind === 'paint' ? [l.source.strokes[0]!] : [],
  );
  expect(second!.brush.size).toBe(first!.brush.size);
  expect(second!.brush).not.toEqual({ ...first!.brush });
  await page.keyboard.press('Control+z');
  await list.getByRole('button', { name: 'Delete Paint 2' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(1);
  expect(await red(page, [720, 260])).toBeLessThan(60);
});

test('a brush stamps what a layer looks like, one press one stamp', async ({ page }) => {
  await setBrushColour(page, '#00ff00');
  await setValue(page, 'Size', '60');
  await press(page, [100, 120], [180, 120]);
  await act(page, 'A brush that stamps the layer');
  await expect(page.getByText('The brush stamps Paint')).toBeVisible();
  await page.mouse.click(...(await onPage(page, [500, 300])));
  await settled(page);
  // As large as the stroke was, about where it was pressed, and nothing between.
  expect(await green(page, [470, 300])).toBeGreaterThan(200);
  expect(await green(page, [530, 300])).toBeGreaterThan(200);
  expect(await green(page, [500, 345])).toBeLessThan(60);
  expect(await green(page, [300, 200])).toBeLessThan(60);
  await saved(page);
  await page.reload();
  expect(await green(page, [530, 300])).toBeGreaterThan(200);
});
