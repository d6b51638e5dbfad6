/** Letters of glass in the demo scene: what dragging a style and typing cost. */
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { settled } from '../e2e/bench-page';
import { seaGlass } from '../core/recipes/glass-and-ice';
import { putRecipe } from '../core/recipes/recipe';
import { edit } from '../core/scene/edits/edit';
import { newTextLayer } from '../core/scene/model/make';
import type { Scene } from '../core/scene/model/schema';
import { faceName } from '../core/text/families';
import { needFaces } from '../core/text/library';
import { shippedFace } from '../server/src/fonts';
import { readScene } from '../server/src/scene-file';
import { drag, openScene, taken, watch } from './page';
import { against, median, informative, type Row, type Drag, type DragRows } from './table';

const FOLDER = fileURLToPath(new URL('../demo/scenes/night-seven', import.meta.url));

/** “Night seven” with letters of sea glass, 700 px high, in place of its seven: still 12 layers. */
async function glassScene(): Promise<{ scene: Scene; assets: ReadonlyMap<string, Uint8Array> }> {
  await needFaces([faceName('anton', 400, false), 'noto-sans-400'], shippedFace);
  const { scene, assets } = await readScene(FOLDER);
  const text = newTextLayer('TIDE', { font: 'anton', size: 1000, colour: '#2fb8c8' });
  Object.assign(text.placement, { x: 1100, y: 1500 });
  for (const layer of scene.layers)
    if (layer.layers)
      layer.layers = layer.layers.map((l) => (l.name === 'Seven' ? { ...text, name: 'Glass' } : l));
  return { scene: edit(scene, '', putRecipe(text.id, seaGlass)).scene, assets };
}

export async function letters(
  page: Page,
  section: string,
  steps: number,
  dragged: DragRows,
): Promise<Row[]> {
  const { scene, assets } = await glassScene();
  await openScene(page, scene, assets);
  await page.locator('[data-card][aria-label="Glass"]').click();
  await settled(page);
  await watch(page);
  const rows: Row[] = [];
  const add = (name: string, drag: Drag) => rows.push(...dragged(name, drag));
  for (const [style, label] of [
    ['Bevel', 'Width'],
    ['Shadow', 'Reach'],
    ['Sheen', 'Reach'],
  ] as const) {
    const step = page.locator(`[data-step="style.${style.toLowerCase()}"]`).first();
    const node = step.getByRole('button', { name: new RegExp(`^(Open|Fold) ${style}`) });
    await node.click();
    await settled(page);
    await page.waitForTimeout(400);
    const field = step.getByRole('spinbutton', { name: label, exact: true });
    await field.scrollIntoViewIfNeeded();
    const box = (await field.boundingBox())!;
    // The first drag of a style also compiles what it runs.
    await drag(page, box, 6);
    add(
      `dragging the ${label.toLowerCase()} of the ${style.toLowerCase()} of letters of glass, 1000 px`,
      await drag(page, box, steps),
    );
    await node.click();
  }
  const took = (style: string) => rows.find((r) => r.name.includes(` of the ${style} of`))!.ours;
  rows.push(
    against(
      section,
      'dragging that bevel, against that shadow, medians',
      took('bevel'),
      took('shadow'),
      1.2,
    ),
  );
  await page.keyboard.press('2');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('S');
  await settled(page);
  await taken(page);
  const typed: number[] = [];
  for (let i = 0; i < steps / 2; i++) {
    await page.keyboard.press(i % 4 === 3 ? 'Backspace' : 'ALTMERE'.charAt(i % 7));
    await page.waitForTimeout(150);
    typed.push(...(await taken(page)).waits);
  }
  rows.push(
    informative(section, 'typing letters of glass: key to picture, median', median(typed), 'ms'),
  );
  return rows;
}
