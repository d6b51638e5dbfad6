/** Perspective and free corners: by handles, by numbers, set aside while anchors are edited. */
import { expect, test } from './test';
import {
  act,
  card,
  dragBy,
  newScene,
  openExample,
  pixels,
  savedScene,
  setValue,
  settled,
  add,
} from './bench-page';
import { findLayer } from '../core/scene/edits/layer-edits';

test('corners are dragged, keep perspective with Shift, take numbers and are straightened', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').locator('[data-card]').click();
  const of = async () => findLayer(await savedScene(page), 'heron')!.placement.corners;
  await page.keyboard.press('7');
  const before = (await page.locator('[data-corner="1"]').boundingBox())!;
  await dragBy(page, page.locator('[data-corner="1"]'), 60, 40);
  await settled(page);
  const after = (await page.locator('[data-corner="1"]').boundingBox())!;
  expect(after.x - before.x).toBeCloseTo(60, -1);
  expect((await of())!.to[0]).toEqual({ x: 0, y: 0 });
  expect((await of())!.to[1].x).toBeGreaterThan(1100);

  await page.keyboard.press('ControlOrMeta+z');
  expect(await of()).toBeNull();
  await page.keyboard.down('Shift');
  await dragBy(page, page.locator('[data-corner="0"]'), 50, 0);
  await page.keyboard.up('Shift');
  const [a, b, c, d] = (await of())!.to;
  expect(a.x).toBeGreaterThan(40);
  expect(a.x + b.x).toBeCloseTo(1100, 3);
  expect([c.x, d.x]).toEqual([1100, 0]);

  await setValue(page, 'Bottom right Y', '1300');
  expect((await of())!.to[2].y).toBe(1300);
  // It is still moved and turned by its box.
  await page.keyboard.press('1');
  await dragBy(page, page.getByTestId('arrange-box'), 30, 0);
  expect((await of())!.to[2].y).toBe(1300);
  await page.keyboard.press('7');
  await page.getByRole('button', { name: 'Straighten' }).click();
  expect(await of()).toBeNull();
});

test('a line lies flat while its anchors are edited, and turned again after', async ({ page }) => {
  await newScene(page, 800, 600);
  await add(page, 'Star');
  await page.keyboard.press('7');
  await dragBy(page, page.locator('[data-corner="0"]'), 90, 70);
  await settled(page);
  const frame = async () => (await pixels(page)).data.toString('base64');
  const turned = await frame();
  await page.getByRole('button', { name: 'turn into anchors' }).click();
  await page.keyboard.press('2');
  await settled(page);
  const flat = await frame();
  expect(flat).not.toBe(turned);
  await page.keyboard.press('7');
  await settled(page);
  expect(await frame()).toBe(turned);
});

test('a group with corners lies flat while a layer of it is worked on, so that its box fits', async ({
  page,
}) => {
  await newScene(page, 800, 600);
  await add(page, 'Star');
  await act(page, 'Put the layer in a group');
  await card(page, 'Group').locator('[data-card]').first().click();
  await page.keyboard.press('7');
  await dragBy(page, page.locator('[data-corner="0"]'), 120, 90);
  await settled(page);
  const frame = async () => (await pixels(page)).data.toString('base64');
  const turned = await frame();
  await card(page, 'Star').locator('[data-card]').click();
  await expect(page.getByText('Its group lies flat for now')).toBeVisible();
  await settled(page);
  expect(await frame()).not.toBe(turned);
  await card(page, 'Group').locator('[data-card]').first().click();
  await settled(page);
  expect(await frame()).toBe(turned);
});
