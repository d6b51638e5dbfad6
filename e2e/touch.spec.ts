/** A tablet: fingers, and a pen beside them, by touches that the browser is given as its own. */
import { test as base, expect, type CDPSession, type Page } from '@playwright/test';
import { openAllValues } from './all-values';
import {
  add,
  card,
  newScene,
  onPage,
  openExample,
  savedScene,
  settled,
  type XY,
} from './bench-page';

const test = base.extend({
  viewport: { width: 1180, height: 820 },
  hasTouch: true,
  serviceWorkers: 'block',
  page: async ({ page }, use) => {
    await openAllValues(page);
    await use(page);
  },
});

/** Fingers on the screen: where each comes down, and where it is moved to, CSS px of the page. */
async function touch(hand: CDPSession, fingers: readonly { from: XY; to: XY }[]): Promise<void> {
  const STEPS = 8;
  const at = (share: number) =>
    fingers.map(({ from, to }, id) => ({
      x: from[0] + (to[0] - from[0]) * share,
      y: from[1] + (to[1] - from[1]) * share,
      id,
    }));
  // One finger comes down after the other.
  for (let n = 1; n <= fingers.length; n++)
    await hand.send('Input.dispatchTouchEvent', {
      type: 'touchStart',
      touchPoints: at(0).slice(0, n),
    });
  for (let i = 1; i <= STEPS; i++)
    await hand.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(i / STEPS) });
  await hand.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
}

/** A stroke of a pen. */
async function draw(pen: CDPSession, from: XY, to: XY): Promise<void> {
  const event = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', [x, y]: XY) =>
    pen.send('Input.dispatchMouseEvent', {
      ...{ type, x, y, pointerType: 'pen', force: type === 'mouseReleased' ? 0 : 0.8 },
      ...(type === 'mouseMoved' ? { buttons: 1 } : { button: 'left', clickCount: 1 }),
    });
  await event('mousePressed', from);
  for (let i = 1; i <= 8; i++)
    await event('mouseMoved', [
      from[0] + ((to[0] - from[0]) * i) / 8,
      from[1] + ((to[1] - from[1]) * i) / 8,
    ]);
  await event('mouseReleased', to);
}

const strokes = async (page: Page): Promise<number> => {
  const source = (await savedScene(page)).layers.at(-1)!.source;
  return source.kind === 'paint' ? source.strokes.length : -1;
};

/** Where the scene stands on the stage, and how large, CSS px. */
const sceneBox = async (page: Page) => (await page.getByTestId('scene-area').boundingBox())!;

test('a finger paints; two pan and zoom and take the stroke of the first away', async ({
  page,
}) => {
  await newScene(page, 800, 500);
  await add(page, 'Paint');
  const hand = await page.context().newCDPSession(page);
  await touch(hand, [{ from: await onPage(page, [200, 250]), to: await onPage(page, [600, 250]) }]);
  await settled(page);
  expect(await strokes(page)).toBe(1);

  const before = await sceneBox(page);
  const [left, right] = [await onPage(page, [350, 250]), await onPage(page, [450, 250])];
  await touch(hand, [
    { from: left, to: [left[0] - 80, left[1] + 40] },
    { from: right, to: [right[0] + 80, right[1] + 40] },
  ]);
  await settled(page);
  const after = await sceneBox(page);
  expect(after.width / before.width).toBeGreaterThan(1.5);
  expect(await strokes(page)).toBe(1);

  // Undo and redo stand by the thumb, large enough for it.
  const undo = page.locator('button[aria-label="Undo"]');
  const box = (await undo.boundingBox())!;
  expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
  await undo.tap();
  expect(await strokes(page)).toBe(0);
  await page.locator('button[aria-label="Redo"]').tap();
  expect(await strokes(page)).toBe(1);
});

test('beside a pen fingers pan, and the hand that holds it does nothing', async ({ page }) => {
  await newScene(page, 800, 500);
  await add(page, 'Paint');
  const hand = await page.context().newCDPSession(page);
  await draw(hand, await onPage(page, [200, 150]), await onPage(page, [600, 150]));
  expect(await strokes(page)).toBe(1);
  const before = await sceneBox(page);
  const from = await onPage(page, [400, 300]);
  await touch(hand, [{ from, to: [from[0] + 60, from[1] + 30] }]);
  const after = await sceneBox(page);
  expect(after.x - before.x).toBeCloseTo(60, -1);
  expect(after.y - before.y).toBeCloseTo(30, -1);
  expect(after.width).toBeCloseTo(before.width, 3);
  expect(await strokes(page)).toBe(1);
  await draw(hand, await onPage(page, [200, 200]), await onPage(page, [600, 200]));
  expect(await strokes(page)).toBe(2);
});

test('a long press opens the menu of a card, and a card is carried up out of its row', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  const hand = await page.context().newCDPSession(page);
  const order = () =>
    page.locator('[data-card]').evaluateAll((all) => all.map((c) => c.getAttribute('aria-label')));
  const first = await order();
  const { x, y, width, height } = (await card(page, 'Tide line').boundingBox())!;
  const middle: XY = [x + width / 2, y + height / 2];
  await hand.send('Input.dispatchTouchEvent', {
    type: 'touchStart',
    touchPoints: [{ x: middle[0], y: middle[1] }],
  });
  await expect(page.getByRole('menu')).toBeVisible();
  await hand.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect(page.getByRole('menuitem', { name: 'Duplicate' })).toBeVisible();
  await page.keyboard.press('Escape');
  // Up a little, then over to the left of all others.
  const back = (await card(page, 'Pier at dusk').boundingBox())!;
  await hand.send('Input.dispatchTouchEvent', {
    type: 'touchStart',
    touchPoints: [{ x: middle[0], y: middle[1] }],
  });
  for (const [px, py] of [
    [middle[0], middle[1] - 10],
    [middle[0], middle[1] - 24],
    [(middle[0] + back.x) / 2, middle[1] - 10],
    [back.x + 4, middle[1]],
    [back.x + 2, middle[1]],
  ] as const)
    await hand.send('Input.dispatchTouchEvent', {
      type: 'touchMove',
      touchPoints: [{ x: px, y: py }],
    });
  await hand.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect.poll(order).toEqual([first.at(-1), ...first.slice(0, -1)]);
});

test('handles take presses over 44 px', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').tap();
  await settled(page);
  const hand = await page.context().newCDPSession(page);
  const corner = page.getByTestId('overlay').locator('[data-moves]').first();
  const reach = (await corner.locator('circle[data-reach]').boundingBox())!;
  expect(Math.min(reach.width, reach.height)).toBeCloseTo(44, 0);
  const before = (await savedScene(page)).layers.find((l) => l.name === 'Heron')!.placement;
  // 19 px beside its middle.
  const from: XY = [reach.x + 3, reach.y + 22];
  await touch(hand, [{ from, to: [from[0] - 40, from[1] - 50] }]);
  await settled(page);
  expect((await savedScene(page)).layers.find((l) => l.name === 'Heron')!.placement).not.toEqual(
    before,
  );
});
