/** The finger in the demo scene: what a smear and a push of a picture cost, and one on letters that have many. */
import type { Page } from '@playwright/test';
import { act, onPage, openExample, settled } from '../e2e/bench-page';
import { smearBrushParameters } from '../core/brush/smear-stroke';
import { defaultsOf } from '../core/definitions/parameter-values';
import type { SmearStroke } from '../core/definitions/strokes';
import { newScene, newStep, newTextLayer } from '../core/scene/model/make';
import { drag, openScene, taken, watch } from './page';
import { informative, median, within, type DragRows, type Row } from './table';

/** Scene px. */
const SIZE = '300';

export async function smears(
  page: Page,
  section: string,
  steps: number,
  dragged: DragRows,
): Promise<Row[]> {
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
  rows.push(...(await retyped(page, section)));
  return rows;
}

/** So many strokes of the finger on letters. */
const STROKES = 200;

/** How long letters take to be drawn anew, coarse and fine, when one more is typed under many strokes of the finger. */
async function retyped(page: Page, section: string): Promise<Row[]> {
  const scene = newScene('Letters', 1280, 800, '#101014');
  const text = newTextLayer('EMBER', { font: 'bowlby-one', size: 300, colour: '#ff7a3c' });
  Object.assign(text.placement, { x: 60, y: 520 });
  const step = newStep('warp.smear');
  step.values.strokes = Array.from({ length: STROKES }, (_, i): SmearStroke => {
    const x = 30 + ((i * 61) % 1080);
    return {
      ...{ id: `s${i}`, enabled: true, way: i % 3 ? 'smear' : 'push' },
      brush: { ...defaultsOf(smearBrushParameters), size: 60 },
      points: [
        Array.from({ length: 10 }, (_, k) => [x + 2 * k, -60 - 18 * k, 1, 0, 0, k * 12]).flat(),
      ],
    };
  });
  text.steps.push(step);
  scene.layers.push(text);
  await openScene(page, scene);
  await page.locator('[data-card][aria-label="EMBER"]').click();
  await page.keyboard.press('2');
  await page.keyboard.press('End');
  await settled(page);
  const took: { first: number; fine: number }[] = [];
  for (const key of ['S', 'Backspace', 'S', 'Backspace', 'S']) {
    await watch(page);
    const start = performance.now();
    await page.keyboard.press(key);
    await settled(page);
    const fine = performance.now() - start;
    const [first = fine] = (await taken(page)).waits;
    took.push({ first, fine });
  }
  return [
    informative(
      section,
      `a letter typed under ${STROKES} strokes of the finger: first picture`,
      median(took.map((t) => t.first)),
      'ms',
    ),
    within(section, 'that, fine', median(took.map((t) => t.fine)), 'ms', 1000),
  ];
}
