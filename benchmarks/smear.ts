/** The finger in the demo scene: what a smear and a push of a picture cost, and one on letters that have many. */
import type { Page } from '@playwright/test';
import { act, onPage, openExample, settled } from '../e2e/bench-page';
import { drag, watch } from './page';
import type { DragRows, Row } from './table';

/** Scene px. */
const SIZE = '300';

export async function smears(page: Page, steps: number, dragged: DragRows): Promise<Row[]> {
  const rows: Row[] = [];
  await openExample(page, 'Night seven');
  await page.locator('[data-card][aria-label="Heron"]').click();
  await act(page, 'Smear: drag along what is there');
  for (const way of ['Smear', 'Push'] as const) {
    await page
      .getByRole('region', { name: 'Stage' })
      .getByRole('button', { name: way })
      .last()
      .click();
    const [x, y] = await onPage(page, [1500, 900]);
    const middle = { x, y, width: 0, height: 0 };
    await page.mouse.click(x, y);
    const size = page.getByRole('spinbutton', { name: 'Size', exact: true }).last();
    await size.fill(SIZE);
    await size.press('Enter');
    await settled(page);
    await watch(page);
    await drag(page, middle, 6);
    const took = await drag(page, middle, steps);
    rows.push(...dragged(`${way.toLowerCase()} with a brush of ${SIZE} px, on a picture`, took));
  }
  return rows;
}
