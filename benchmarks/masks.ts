/** Masks and weaves in the demo scene: what painting, and dragging a woven line, cost. */
import type { Page } from '@playwright/test';
import { onPage, openExample, settled } from '../e2e/bench-page';
import { drag, watch } from './page';
import { type Row, type Drag, type DragRows } from './table';

export async function masks(page: Page, steps: number, dragged: DragRows): Promise<Row[]> {
  await openExample(page, 'Night seven');
  const rows: Row[] = [];
  const add = (name: string, drag: Drag) => rows.push(...dragged(name, drag));
  const select = async (name: string) => {
    await page.locator(`[data-card][aria-label="${name}"]`).click();
    await settled(page);
  };
  const place = async (x: number, y: number) => {
    const [px, py] = await onPage(page, [x, y]);
    return { x: px, y: py, width: 0, height: 0 };
  };

  await select('Heron');
  await page.keyboard.press('3');
  // The brush of 120 px at first, made larger by quarters, up to a thousand.
  for (let i = 0; i < 10; i++) await page.keyboard.press(']');
  await watch(page);
  const middle = await place(1900, 1300);
  await drag(page, middle, 6);
  await page.keyboard.press('3');
  add('painting a mask with a brush of 1,100 px', await drag(page, middle, steps));

  await openExample(page, 'Night seven');
  await select('Tide line');
  await page.keyboard.press('9');
  await page.waitForSelector('[data-testid=weave]');
  await page.keyboard.press('2');
  await settled(page);
  await watch(page);
  const anchor = async () => (await page.locator('[data-anchor="2"]').boundingBox())!;
  await drag(page, await anchor(), 6);
  add('dragging an anchor of a woven line', await drag(page, await anchor(), steps));
  return rows;
}
