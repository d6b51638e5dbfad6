/** Paint in the demo scene: what a stroke costs, on an empty layer and on one of very many strokes. */
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { onPage, settled } from '../e2e/bench-page';
import type { PaintStroke } from '../core/brush/paint-brush';
import { paintBrushParameters, strokeBrush } from '../core/brush/paint-brush';
import { defaultsOf } from '../core/definitions/parameter-values';
import { assetName } from '../core/files/ignis-file';
import { edit } from '../core/scene/edits/edit';
import { packOf, packStrokes } from '../core/scene/edits/stroke-edits';
import { newPaint } from '../core/scene/model/make';
import type { Scene } from '../core/scene/model/schema';
import { readScene } from '../server/src/scene-file';
import { countOf } from '../core/brush/stroke-points';
import { drag, openScene, resident, taken, watch } from './page';
import { against, median, within, type DragRows, type Row } from './table';

const FOLDER = fileURLToPath(new URL('../demo/scenes/night-seven', import.meta.url));

/** So many strokes stand in a file. */
const PACK = 512;

/** So many strokes all over a scene, of twenty points each. */
const strewn = (count: number, width: number, height: number): PaintStroke[] =>
  Array.from({ length: count }, (_, i) => {
    const at = (k: number) => Math.abs((Math.sin(i * 12.9898 + k * 78.233) * 43758.5453) % 1);
    const [x, y, turn] = [at(1) * width, at(2) * height, at(3) * 2 * Math.PI];
    const points = Array.from({ length: 20 }, (_, k) => [
      Math.round(x + k * 8 * Math.cos(turn + k / 9)),
      Math.round(y + k * 8 * Math.sin(turn + k / 9)),
      ...[1, 0, 0, k * 8],
    ]).flat();
    return {
      ...{ id: `strewn ${i}`, way: 'over' as const, colour: i % 2 ? '#d1457a' : '#2fb8c8' },
      brush: strokeBrush({
        ...defaultsOf(paintBrushParameters),
        ...{ size: 8 + (i % 5) * 6, opacity: 40 },
      }),
      points: [points],
    };
  });

/** A scene with the points of strokes of a layer in files, as the bench puts them there. */
async function inPacks(
  given: Scene,
  layer: string,
  strokes: readonly PaintStroke[],
): Promise<{ scene: Scene; assets: Map<string, Uint8Array> }> {
  const assets = new Map<string, Uint8Array>();
  let scene = given;
  for (let i = 0; i < strokes.length; i += PACK) {
    const some = strokes.slice(i, i + PACK);
    const bytes = packOf(some);
    const name = await assetName(bytes, 'ink');
    assets.set(name, bytes);
    scene = edit(scene, '', packStrokes(layer, name, some)).scene;
  }
  return { scene, assets };
}

/** The demo scene with a layer of so many strokes in front. */
async function paintedScene(
  count: number,
): Promise<{ scene: Scene; assets: Map<string, Uint8Array>; points: number; packed: number }> {
  const { scene, assets } = await readScene(FOLDER);
  const layer = newPaint('Paint');
  const strokes = strewn(count, scene.width, scene.height);
  layer.source.strokes = strokes;
  scene.layers.push(layer);
  const own = await inPacks(scene, layer.id, strokes);
  return {
    ...{ scene: own.scene, assets: new Map([...assets, ...own.assets]) },
    points: strokes.reduce((n, s) => n + countOf(s), 0),
    packed: [...own.assets.values()].reduce((n, b) => n + b.length, 0),
  };
}

/** How long the page takes until the picture on the stage is the fine one, ms, from now on. */
const untilFine = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((done) => {
        const start = performance.now();
        const picture = () => document.querySelector<HTMLElement>('[data-testid=picture]');
        const look = () =>
          picture()?.dataset.shown === 'fine'
            ? done(performance.now() - start)
            : requestAnimationFrame(look);
        requestAnimationFrame(look);
      }),
  );

/** What else is done with a scene of very many strokes: saving, undoing, opening it again and exporting it. */
async function manyStrokes(page: Page, section: string, size: Row): Promise<Row[]> {
  const [x, y] = await onPage(page, [1900, 1300]);
  const undone: number[] = [];
  for (let i = 0; i < 5; i++) {
    await page.mouse.move(x + 10 * i, y);
    await page.mouse.down();
    await page.mouse.move(x + 10 * i + 40, y + 8, { steps: 4 });
    await page.mouse.up();
    await settled(page);
    await watch(page);
    await page.keyboard.press('Control+z');
    await settled(page);
    undone.push(median((await taken(page)).waits));
  }
  const saving = page.getByText('Saved', { exact: true });
  await saving.waitFor();
  await page.mouse.click(x, y);
  const saved = await page.evaluate(
    () =>
      new Promise<number>((done) => {
        const start = performance.now();
        const isSaved = () => document.body.innerText.includes('Saved');
        let changed = !isSaved();
        const look = () => {
          changed ||= !isSaved();
          if (changed && isSaved()) done(performance.now() - start);
          else setTimeout(look, 5);
        };
        look();
      }),
  );
  const memory = resident();
  await page.reload();
  const opened = await untilFine(page);
  await settled(page);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const start = performance.now();
  await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }).click(),
  ]);
  const exported = performance.now() - start;
  return [
    within(section, 'undo of one stroke among 10,000', median(undone), 'ms', 50),
    within(section, 'saving a scene of 10,000 strokes, pause and all', saved, 'ms', 1000),
    within(section, 'opening it, fine', opened, 'ms', 2500),
    size,
    within(section, 'memory of the tab with it (resident)', memory, 'GB', 1.3),
    within(section, 'exporting it, 3840 × 2160, PNG', exported / 1000, 's', 5),
  ];
}

export async function paint(
  page: Page,
  section: string,
  steps: number,
  dragged: DragRows,
): Promise<Row[]> {
  const rows: Row[] = [];
  const medians: number[] = [];
  let size: Row | null = null;
  for (const [count, name] of [
    [0, 'painting with a brush of 1,000 px'],
    [10_000, 'painting with a brush of 1,000 px in a layer of 10,000 strokes'],
  ] as const) {
    const { scene, assets, points, packed } = await paintedScene(count);
    size = within(section, 'points of its strokes in files, a point', packed / points, 'bytes', 12);
    await openScene(page, scene, assets);
    await page.locator('[data-card][aria-label="Paint"]').click();
    await page.keyboard.press('2');
    await page.getByRole('spinbutton', { name: 'Size', exact: true }).fill('1000');
    await page.keyboard.press('Enter');
    await settled(page);
    await watch(page);
    const [x, y] = await onPage(page, [1900, 1300]);
    const middle = { x, y, width: 0, height: 0 };
    await drag(page, middle, 6);
    const took = await drag(page, middle, steps);
    rows.push(...dragged(name, took));
    medians.push(median(took.waits));
  }
  rows.push(
    against(section, 'that with 10,000 strokes, against none', medians[1]!, medians[0]!, 1.15),
    ...(await manyStrokes(page, section, size!)),
  );
  return rows;
}
