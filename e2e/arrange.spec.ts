/** Arranging: several layers, guides, snapping, measuring, repeats and echoes. */
import { expect, test, type Page } from './test';
import {
  act,
  add,
  card,
  cards,
  depth,
  newScene,
  onPage,
  press,
  savedScene,
  settled,
  setValue,
  value,
} from './bench-page';
import { boxInScene } from '../core/scene/arrange/arrange';

/** Three shapes, at places of their own. */
async function threeShapes(page: Page): Promise<void> {
  await newScene(page, 1000, 700);
  for (const [name, x, y] of [
    ['Star', '200', '200'],
    ['Polygon', '430', '300'],
    ['Heart', '800', '480'],
  ] as const) {
    await add(page, name);
    await setValue(page, 'Width', '30');
    await setValue(page, 'Height', '30');
    await setValue(page, 'X', x);
    await setValue(page, 'Y', y);
  }
}

test('several layers are chosen, aligned, spread and moved together', async ({ page }) => {
  await threeShapes(page);
  await card(page, 'Star').locator('[data-card]').click();
  for (const name of ['Polygon', 'Heart'])
    await card(page, name)
      .locator('[data-card]')
      .click({ modifiers: ['Shift'] });
  await expect(page.getByRole('heading', { name: '3 layers' })).toBeVisible();
  const boxes = async () => {
    const scene = await savedScene(page);
    return scene.layers.map((l) => boxInScene(scene, l.id)!);
  };
  await page.getByRole('button', { name: 'Align' }).click();
  await page.getByRole('menuitem', { name: 'Align at the top', exact: true }).click();
  const [a, b, c] = await boxes();
  expect(b!.y0).toBeCloseTo(a!.y0, 3);
  expect(c!.y0).toBeCloseTo(a!.y0, 3);
  await page.getByRole('button', { name: 'Distribute' }).click();
  await page.getByRole('menuitem', { name: 'Equal gaps, across' }).click();
  const [d, e, f] = await boxes();
  expect(e!.x0 - d!.x1).toBeCloseTo(f!.x0 - e!.x1, 3);
  await page.keyboard.press('Shift+ArrowDown');
  (await boxes()).forEach((box, i) => expect(box.y0).toBeCloseTo([d, e, f][i]!.y0 + 10, 6));
  await page.keyboard.press('Delete');
  await expect(cards(page)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(cards(page)).toHaveCount(3);
});

test('a layer is sheared, and turned about a pivot of its own', async ({ page }) => {
  await newScene(page, 1000, 700);
  await add(page, 'Heart');
  const box = async () => (await page.getByTestId('arrange-box').boundingBox())!;
  const drag = async (x: number, y: number, dx: number, dy: number, alt: boolean) => {
    await page.mouse.move(x, y);
    if (alt) await page.keyboard.down('Alt');
    await page.mouse.down();
    await page.mouse.move(x + dx, y + dy, { steps: 5 });
    await page.mouse.up();
    if (alt) await page.keyboard.up('Alt');
    await settled(page);
  };
  const start = await box();
  const top = (await page.locator('[data-handle="0.5-0"]').boundingBox())!;
  await drag(top.x + top.width / 2, top.y + top.height / 2, 60, 0, true);
  const { placement } = (await savedScene(page)).layers[0]!;
  expect(placement.shear).toBeGreaterThan(5);
  // The side that is opposite stays where it was.
  const leant = await box();
  expect(leant.y + leant.height).toBeCloseTo(start.y + start.height, 0);
  await page.keyboard.press('Control+z');

  // About its lower left corner a turn carries the middle away; about its middle it would stay.
  const pin = (await page.getByTestId('pivot').boundingBox())!;
  const [x, y] = [pin.x + pin.width / 2, pin.y + pin.height / 2];
  await drag(x, y, -start.width / 2, start.height / 2, true);
  await setValue(page, 'Turn', '90');
  await settled(page);
  const scene = await savedScene(page);
  const b = boxInScene(scene, scene.layers[0]!.id)!;
  const [, my] = await onPage(page, [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2]);
  // A quarter of a turn: as far down as half its width and height together.
  expect(my - y).toBeCloseTo((start.width + start.height) / 2, -1);
});

test('turning stops at an even angle, and a line shows it', async ({ page }) => {
  await newScene(page, 1000, 700);
  await add(page, 'Heart');
  const box = (await page.getByTestId('arrange-box').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const knob = (await page.getByTestId('rotate').boundingBox())!;
  const [kx, ky] = [knob.x + knob.width / 2, knob.y + knob.height / 2];
  const far = Math.hypot(kx - x, ky - y);
  const start = Math.atan2(ky - y, kx - x);
  const turnTo = (degrees: number) => {
    const a = start + (degrees * Math.PI) / 180;
    return page.mouse.move(x + far * Math.cos(a), y + far * Math.sin(a), { steps: 3 });
  };
  const turned = async () => (await savedScene(page)).layers[0]!.placement.rotation;
  await page.mouse.move(kx, ky);
  await page.mouse.down();
  await turnTo(30);
  await expect(page.locator('[data-snapped="angle"]')).toHaveCount(0);
  await turnTo(44);
  await expect(page.locator('[data-snapped="angle"]')).toHaveCount(1);
  await page.mouse.up();
  await expect(page.locator('[data-snapped="angle"]')).toHaveCount(0);
  expect(await turned()).toBe(45);
});

test('a guide is pulled from a ruler, placed by per cent, snapped to, and dragged back', async ({
  page,
}) => {
  await threeShapes(page);
  await act(page, 'Show the rulers');
  const ruler = (await page.getByTestId('ruler-left').boundingBox())!;
  const [x, y] = await onPage(page, [610, 350]);
  await page.mouse.move(ruler.x + 8, y);
  await page.mouse.down();
  await page.mouse.move(x, y, { steps: 5 });
  await page.mouse.up();
  await expect(page.locator('[data-guide]')).toHaveCount(1);
  await setValue(page, 'Place of the guide in per cent', '60');
  expect((await savedScene(page)).guides).toMatchObject([{ axis: 'x', at: 600 }]);
  await page.keyboard.press('Escape');

  // The star is dragged by its middle to near the guide, and stands on it; Ctrl lets it go by.
  await card(page, 'Star').locator('[data-card]').click();
  const drag = async (to: readonly [number, number], key?: string) => {
    const box = (await page.getByTestId('arrange-box').boundingBox())!;
    const [tx, ty] = await onPage(page, to);
    // Beside the middle, where a guide may lie.
    const beside = box.width * 0.2;
    await page.mouse.move(box.x + box.width / 2 - beside, box.y + box.height / 2);
    if (key) await page.keyboard.down(key);
    await page.mouse.down();
    await page.mouse.move(tx - beside, ty, { steps: 6 });
    await page.mouse.up();
    if (key) await page.keyboard.up(key);
    const scene = await savedScene(page);
    const b = boxInScene(scene, scene.layers[0]!.id)!;
    return (b.x0 + b.x1) / 2;
  };
  expect(await drag([604, 205])).toBeCloseTo(600, 0);
  const free = await drag([606, 240], 'Control');
  expect(Math.abs(free - 600)).toBeGreaterThan(3);

  const guide = await onPage(page, [600, 600]);
  await page.mouse.move(...guide);
  await page.mouse.down();
  await page.mouse.move(ruler.x + 6, guide[1], { steps: 5 });
  await page.mouse.up();
  await expect(page.locator('[data-guide]')).toHaveCount(0);

  await act(page, 'Guides through the centre');
  await expect(page.locator('[data-guide]')).toHaveCount(2);
  await act(page, 'Measure between two points');
  await press(page, [500, 350], [800, 350]);
  await expect(page.getByText(/^300 px · 300 across, 0 down/)).toBeVisible();
});

test('a layer is repeated with a step, and echoed: the echo follows, and cannot follow itself', async ({
  page,
}) => {
  await newScene(page, 1000, 700);
  await add(page, 'Star');
  await act(page, 'Repeat the layer with a step');
  await setValue(page, 'Copies', '3');
  await setValue(page, 'Step X', '120');
  await page.getByRole('button', { name: 'Done' }).click();
  expect(await depth(page)).toEqual(['Star', 'Star 2', 'Star 3', 'Star 4']);
  await page.keyboard.press('Control+z');
  expect(await depth(page)).toEqual(['Star']);

  await act(page, 'Echo the layer');
  await expect.poll(() => depth(page)).toEqual(['Star', 'Star echo']);
  await settled(page);
  const picture = page.getByTestId('picture');
  const before = await picture.screenshot();
  await page.getByRole('button', { name: 'Star', exact: true }).first().click();
  await setValue(page, 'Points', '9');
  await settled(page);
  expect(Buffer.compare(await picture.screenshot(), before)).not.toBe(0);
  await card(page, 'Star echo').locator('[data-card]').click();
  await page.getByRole('button', { name: 'give it passes of its own' }).click();
  await expect(page.locator('[data-pass="Core"]')).toBeVisible();
  await page.getByRole('button', { name: 'follow the passes of the original' }).click();
  await expect(page.locator('[data-pass="Core"]')).toHaveCount(0);

  // Put into a group, the star may not hold its own echo.
  await card(page, 'Star').first().locator('[data-card]').click();
  await act(page, 'Put the layer in a group');
  await act(page, 'Echo the layer');
  await expect(cards(page)).toHaveCount(4);
  const file = await savedScene(page);
  expect(file.layers.map((l) => l.source.kind)).toEqual(['group', 'echo', 'echo']);
  await expect(value(page, 'X').first()).toBeVisible();
});
