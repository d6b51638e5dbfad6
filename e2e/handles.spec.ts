/** What is dragged on the stage is moved by keys too: anchors, their handles, and those that scale and turn. */
import { smooth, corner } from '../core/geometry/path';
import { newFill, newLine, newScene } from '../core/scene/model/make';
import { card, layerNamed, settled } from './bench-page';
import { openStored } from './stored-scenes';
import { expect, test, type Page } from './test';

async function bent(page: Page): Promise<void> {
  const scene = newScene('Bent', 320, 200, '#101014');
  const path = {
    closed: false,
    anchors: [corner(60, 100), smooth(160, 60, 40, 0), corner(260, 120)],
  };
  scene.layers.push(newFill('Wall', '#203040'), newLine('Tube', path, '#35b8ff', 6));
  await openStored(page, 'bent', scene);
  await settled(page);
  await card(page, 'Tube').locator('[data-card]').click();
}
const anchors = async (page: Page) => {
  const { source } = await layerNamed(page, 'Tube');
  if (source.kind !== 'line' || !('paths' in source.shape)) throw new Error('It is no path.');
  return source.shape.paths[0]!.anchors;
};
const zoomOf = (page: Page) =>
  page.evaluate(() => {
    const area = document.querySelector<HTMLElement>('[data-testid=scene-area]')!;
    return area.getBoundingClientRect().width / Number(area.dataset.width);
  });

test('an anchor in focus is chosen by Enter and moved by arrows, and its handles too', async ({
  page,
}) => {
  await bent(page);
  const zoom = await zoomOf(page);
  const before = await anchors(page);
  const second = page.getByRole('button', { name: 'Anchor 2 of 3' });
  await second.focus();
  await page.keyboard.press('Enter');
  await expect(second).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(second).toBeFocused();
  const moved = (await anchors(page))[1]!;
  expect(moved.x - before[1]!.x).toBeCloseTo(10 / zoom, 0);
  expect(moved.y - before[1]!.y).toBeCloseTo(1 / zoom, 0);
  const out = page.getByRole('button', { name: 'Handle out of anchor 2' });
  await out.focus();
  await page.keyboard.press('Shift+ArrowUp');
  expect((await anchors(page))[1]!.out.y).toBeCloseTo(before[1]!.out.y - 10 / zoom, 0);
  // Each is one step of undo.
  await page.keyboard.press('Control+z');
  expect((await anchors(page))[1]!.out.y).toBeCloseTo(before[1]!.out.y, 5);
});

test('a layer is scaled and turned by keys, and arrows elsewhere still move it', async ({
  page,
}) => {
  await bent(page);
  await page.keyboard.press('1');
  const placed = async () => (await layerNamed(page, 'Tube')).placement;
  const before = await placed();
  await page.getByRole('button', { name: 'Scale; the other corner stays' }).last().focus();
  await page.keyboard.press('Shift+ArrowRight');
  expect((await placed()).scaleX).not.toBe(before.scaleX);
  await page.getByRole('button', { name: /^Rotate/ }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  expect((await placed()).rotation).toBeGreaterThan(0.5);
  await card(page, 'Tube').locator('[data-card]').focus();
  const { y } = await placed();
  await page.keyboard.press('ArrowDown');
  expect((await placed()).y).toBeCloseTo(y + 1, 5);
});

test('after a handle was dragged by the mouse, arrows move the layer as before', async ({
  page,
}) => {
  await bent(page);
  await page.keyboard.press('1');
  const corner = page.getByRole('button', { name: 'Scale; the other corner stays' }).last();
  const box = (await corner.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 30, box.y + 30, { steps: 4 });
  await page.mouse.up();
  const placed = async () => (await layerNamed(page, 'Tube')).placement;
  const before = await placed();
  await page.keyboard.press('ArrowRight');
  const after = await placed();
  expect(after.x).toBeCloseTo(before.x + 1, 5);
  expect(after.scaleX).toBe(before.scaleX);
});
