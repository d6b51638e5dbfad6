/** Everything a path can become: starting points, ready shapes, modifiers, and what a pass draws. */
import { expect, test, type Page } from './test';
import {
  add,
  breakAt,
  bytesOf,
  dragBy,
  depth,
  newScene,
  onPage,
  pixels,
  pass,
  press,
  savedScene,
  settled,
  setValue,
  startLine,
  value,
} from './bench-page';
import type { LineSource } from '../core/sources/line-source';

async function lineOf(page: Page, name: string): Promise<LineSource> {
  const scene = await savedScene(page);
  const { source } = scene.layers.find((l) => l.name === name)!;
  if (source.kind !== 'line') throw new Error(`${name} is no line.`);
  return source;
}

/** The mean brightness of the picture on the stage, 0–255. */
async function brightness(page: Page): Promise<number> {
  const { data } = await pixels(page);
  let sum = 0;
  for (let i = 0; i < data.length; i += 4) sum += data[i]! + data[i + 1]! + data[i + 2]!;
  return sum / (data.length / 4) / 3;
}

test('every starting point is added from the palette and lights the scene', async ({ page }) => {
  await newScene(page, 800, 500);
  const dark = await brightness(page);
  for (const name of [
    'Tube',
    'Streak',
    'Blade',
    'Dark blade',
    'Ring',
    'Spiral round',
    'Lightning',
    'Bulb string',
    'Ribbon waves',
  ]) {
    await add(page, name);
    expect(await brightness(page)).toBeGreaterThan(dark + 0.2);
    await page.keyboard.press('Control+z');
    await settled(page);
    expect(await brightness(page)).toBeCloseTo(dark, 1);
  }
  // These light what they cross, and a dark ground has little to light.
  for (const name of ['Beam', 'Bar of light']) await add(page, name);
  expect(await depth(page)).toEqual(['Beam', 'Bar of light']);
});

test('a ready shape keeps its numbers until it is turned into anchors', async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Star');
  await setValue(page, 'Points', '7');
  await setValue(page, 'Waist', '30');
  expect((await lineOf(page, 'Star')).shape).toMatchObject({
    kind: 'star',
    values: { points: 7, waist: 30 },
  });
  await expect(page.getByRole('button', { name: /Anchors/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'turn into anchors' }).click();
  await page.keyboard.press('2');
  await expect(page.locator('[data-anchor]')).toHaveCount(14);
  await page.keyboard.press('Control+z');
  await expect(value(page, 'Points')).toHaveValue('7');
});

test('modifiers are added, set, turned off, ordered and removed', async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Straight line');
  const plain = await brightness(page);
  for (const name of ['Repeat', 'Ripple']) {
    await page.getByRole('button', { name: '+ add a modifier' }).click();
    await page.getByRole('menuitem', { name, exact: true }).click();
  }
  await setValue(page, 'Count', '4');
  await setValue(page, 'Amplitude', '40');
  await settled(page);
  expect(await brightness(page)).toBeGreaterThan(plain * 1.2);
  const { modifiers } = await lineOf(page, 'Straight line');
  expect(modifiers.map((m) => m.kind)).toEqual(['repeat', 'ripple']);
  expect(modifiers[0]!.values).toMatchObject({ copies: 4 });
  for (const name of ['Repeat', 'Ripple'])
    await page.getByRole('switch', { name: `${name} on` }).click();
  await settled(page);
  expect(await brightness(page)).toBeCloseTo(plain, 1);
  await page.getByRole('button', { name: 'Remove Ripple' }).click();
  expect((await lineOf(page, 'Straight line')).modifiers).toHaveLength(1);
});

test('a pass thins, breaks into dashes, fills the inside and takes a ramp', async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Rectangle');
  const outline = await brightness(page);
  await page.getByRole('button', { name: 'Halo', exact: true }).click();
  const choose = async (label: string, option: string) => {
    await page.getByRole('combobox', { name: label, exact: true }).first().click();
    await page.getByRole('option', { name: option, exact: true }).click();
  };
  await choose('Draws', 'Its inside');
  await settled(page);
  expect(await brightness(page)).toBeGreaterThan(outline * 1.5);
  await choose('Draws', 'The line');
  await choose('Paint', 'Along the line');
  await page.getByRole('button', { name: 'Ramp: To nothing' }).click();
  await page.getByRole('switch', { name: 'Dashes' }).click();
  await setValue(page, 'Dash', '0');
  await setValue(page, 'Gap', '60');
  await setValue(page, 'Taper at start', '30');
  await settled(page);
  const { passes } = await lineOf(page, 'Rectangle');
  expect(passes.find((p) => p.name === 'Halo')).toMatchObject({
    draws: 'stroke',
    paint: 'along',
    dashes: true,
    dash: 0,
    gap: 60,
    start: 30,
  });
  await expect(pass(page, 'Halo')).toBeVisible();
});

test('many anchors are chosen in a box and with Shift, moved, scaled, turned, lined up and removed', async ({
  page,
}) => {
  await newScene(page, 800, 500);
  await add(page, 'Star');
  await page.getByRole('button', { name: 'turn into anchors' }).click();
  await page.keyboard.press('2');
  const places = () =>
    page
      .locator('[data-anchor]')
      .evaluateAll((all) => all.map((a) => a.getBoundingClientRect()).map(({ x, y }) => [x, y]));
  const before = await places();
  // A box round the upper half chooses what lies in it.
  await press(page, [20, 20], [780, 220]);
  const chosen = Number(
    (await page
      .getByText(/^\d+ anchors$/)
      .first()
      .textContent())!.split(' ')[0],
  );
  expect(chosen).toBeGreaterThan(2);
  expect(chosen).toBeLessThan(before.length);
  await page.keyboard.press('Shift+ArrowUp');
  const moved = (now: number[][], by: (d: number[]) => boolean) =>
    now.filter((p, i) => by([p[0]! - before[i]![0]!, p[1]! - before[i]![1]!])).length;
  expect(moved(await places(), ([, dy]) => dy! < -3)).toBe(chosen);
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Align' }).click();
  await page.getByRole('menuitem', { name: 'Align at the top' }).click();
  const tops = (await places()).map((p) => p[1]!);
  const top = Math.min(...tops);
  expect(tops.filter((y) => Math.abs(y - top) < 1).length).toBeGreaterThanOrEqual(chosen);
  await page.keyboard.press('Control+z');
  // The knob turns them, a handle scales them.
  const knob = (await page.getByTestId('rotate').locator('circle').last().boundingBox())!;
  await page.mouse.move(knob.x + 5, knob.y + 5);
  await page.mouse.down();
  await page.mouse.move(knob.x + 120, knob.y + 60, { steps: 4 });
  await page.mouse.up();
  expect(moved(await places(), ([dx, dy]) => Math.hypot(dx!, dy!) > 3)).toBeGreaterThan(1);
  await page.keyboard.press('Delete');
  await expect(page.locator('[data-anchor]')).toHaveCount(before.length - chosen);
});

test('a line is pulled wider at an anchor, broken into gaps, and its gradient is dragged', async ({
  page,
}) => {
  await newScene(page, 800, 500);
  await add(page, 'Straight line');
  await page.getByRole('button', { name: 'turn into anchors' }).click();
  const path = async () => {
    const { shape } = await lineOf(page, 'Straight line');
    return 'paths' in shape ? shape.paths[0]! : null;
  };
  await page.keyboard.press('4');
  await dragBy(page, page.locator('[data-width="1+"] circle').last(), 0, 25);
  expect((await path())!.anchors[1]!.width).toBeGreaterThan(1.5);
  const whole = await brightness(page);

  await page.keyboard.press('5');
  await breakAt(page, 0.3);
  await breakAt(page, 0.6);
  await setValue(page, 'Length of the gaps', '120');
  await settled(page);
  expect(await brightness(page)).toBeLessThan(whole - 0.2);
  const at = async () => (await lineOf(page, 'Straight line')).gaps.map((g) => g.at);
  const before = await at();
  expect(before).toHaveLength(2);
  await dragBy(page, page.locator('[data-gap="1"]'), 60, 0);
  expect((await at())[1]!).toBeGreaterThan(before[1]! + 0.03);
  await page.locator('[data-gap="0"]').click();
  expect(await at()).toHaveLength(1);

  await page
    .locator('[data-pass="Halo"]')
    .getByRole('button', { name: 'Halo', exact: true })
    .click();
  await page.getByRole('combobox', { name: 'Paint', exact: true }).click();
  await page.getByRole('option', { name: 'Across the shape', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: '6 Gradient' }).click();
  await dragBy(page, page.getByTestId('gradient-to'), -80, 40);
  const [from, to] = await Promise.all(
    ['from', 'to'].map(async (end) => (await page.getByTestId(`gradient-${end}`).boundingBox())!),
  );
  const [x, y] = [from!.x + from!.width / 2, from!.y + from!.height / 2];
  await page.mouse.click(x + (to!.x - from!.x) * 0.25, y + (to!.y - from!.y) * 0.25);
  const colour = async () =>
    (await lineOf(page, 'Straight line')).passes.find((p) => p.name === 'Halo')!;
  expect((await colour()).ends).not.toBeNull();
  const places = async () => (await colour()).ramp.colours.map((c) => c.at);
  expect(await places()).toEqual([0, expect.closeTo(25, 0), 100]);
  await expect(page.getByRole('button', { name: /^Colour at 2/ })).toBeVisible();
  await dragBy(page, page.locator('[data-stop="1"]'), 50, 4);
  expect((await places())[1]!).not.toBeCloseTo(25, 0);
  const middles = async () => (await colour()).ramp.colours.map((c) => c.middle);
  await dragBy(page, page.getByTestId('gradient-middle').first(), -20, 10);
  expect((await middles())[0]!).toBeLessThan(45);
  // Pulled away it is gone.
  await dragBy(page, page.locator('[data-stop="1"]'), 0, 90);
  expect(await places()).toEqual([0, 100]);
});

test('an SVG comes in as lines, and a line goes out as SVG', async ({ page }) => {
  await newScene(page, 800, 500);
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><circle id="moon" cx="10" cy="10" r="8" fill="#ffcc66"/><path id="wave" d="M2 10q9 -9 18 0t18 0" fill="none" stroke="#33ccff" stroke-width="1"/></svg>';
  await page
    .getByLabel('Add an SVG as lines of light')
    .setInputFiles({ name: 'harbour.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await expect.poll(() => depth(page)).toEqual(['harbour', 'moon', 'wave']);
  await settled(page);
  expect(await brightness(page)).toBeGreaterThan(20);
  await page.locator('[data-card][aria-label="wave"]').click();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Save the line as SVG');
  const [file] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  expect(file.suggestedFilename()).toBe('wave.svg');
  expect((await bytesOf(file)).toString()).toMatch(/<path d="M2 10C.*stroke="#33ccff"/);
  await page.getByLabel('Add an SVG as lines of light').setInputFiles({
    name: 'bad.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg><text>'),
  });
  await expect(page.getByText('That could not be brought in')).toBeVisible();
});

test('a line is drawn by hand, cut, joined and made simple', async ({ page }) => {
  await newScene(page, 800, 500);
  await startLine(page);
  await page.getByRole('button', { name: 'Freehand' }).click();
  const wave = Array.from(
    { length: 60 },
    (_, i) => [100 + 10 * i, 250 + 90 * Math.sin(i / 7)] as const,
  );
  await page.mouse.move(...(await onPage(page, wave[0]!)));
  await page.mouse.down();
  for (const p of wave) await page.mouse.move(...(await onPage(page, p)));
  await page.mouse.up();
  await settled(page);
  const { shape } = await lineOf(page, 'Line 1');
  const path = 'paths' in shape ? shape.paths[0]! : null;
  expect(path!.anchors.length).toBeGreaterThan(3);
  expect(path!.anchors.length).toBeLessThan(20);
  expect(path!.anchors.at(-1)!.x).toBeCloseTo(690, -1);
  const count = path!.anchors.length;

  await page.locator('[data-anchor]').nth(2).click({ force: true });
  await page.getByRole('button', { name: 'Cut here' }).click();
  await expect(page.locator('[data-anchor]')).toHaveCount(count + 1);
  await page.getByRole('button', { name: 'Path', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Join to the next open path' }).click();
  await expect(page.locator('[data-anchor]')).toHaveCount(count);
  await setValue(page, 'Core width', '4');
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Path', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Reverse' }).click();
  await page.getByRole('button', { name: 'Path', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Simplify' }).click();
  const left = await page.locator('[data-anchor]').count();
  expect(left).toBeLessThanOrEqual(count);
  expect(left).toBeGreaterThan(1);
});
