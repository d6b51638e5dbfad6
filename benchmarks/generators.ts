/** Textures, fire, particles and mosaics: the work itself, and dragged in Chromium. */
import { fileURLToPath } from 'node:url';
import type { Browser } from '@playwright/test';
import { act, card, settled, setValue, value } from '../e2e/bench-page';
import { exportScene } from '../core/render/export';
import { render } from '../core/render/render';
import { cacheOf } from '../core/render/cache';
import { scoped } from '../core/pixels/heap';
import { textured } from '../core/paint/textured';
import { textures } from '../core/textures/index';
import {
  newFlame,
  newMist,
  newParticles,
  newScene,
  newStep,
  newTextLayer,
} from '../core/scene/model/make';
import type { Scene } from '../core/scene/model/schema';
import { readyFonts } from '../server/src/fonts';
import { readScene } from '../server/src/scene-file';
import { benchPage, drag, emptyRoundTrip, openScene, watch } from './page';
import { against, dragRows, informative, median, type Row, within } from './table';

const SECTION =
  'Textures, fire and particles (two threads; scenes of 3840 × 2160 shown at 1280 × 720)';
const DRIVEN = 'Fire and particles in Chromium at 1280 × 800';
const PIER = fileURLToPath(new URL('../demo/scenes/ember-pier', import.meta.url));
const SEVEN = fileURLToPath(new URL('../demo/scenes/night-seven', import.meta.url));
/** 2,000 tiles of so many px fill 3840 × 2160. */
const TILE = 64;
const WHOLE = { x: 0, y: 0, width: 1920, height: 1080 };
const SHOWN = { x: 0, y: 0, width: 1280, height: 720 };
const SCALE = 1 / 3;

/** The median of some runs, after one more, ms. */
function timed(runs: number, work: () => unknown): number {
  const times = Array.from({ length: runs + 1 }, () => {
    const start = performance.now();
    scoped(() => void work());
    return performance.now() - start;
  });
  return median(times.slice(1));
}

const noPicture = () => {
  throw new Error('There are no pictures in these scenes.');
};

/** Seven letters 700 px high that burn. */
async function burning(): Promise<Scene> {
  const scene = newScene('Burning', 3840, 2160, '#0a0c12');
  const text = newTextLayer('LANTERN', { font: 'anton', size: 860, colour: '#180c08' });
  Object.assign(text.placement, { x: 320, y: 1700 });
  const flame = newFlame('Flames', { height: 620, tongue: 120, sparks: 200 }, 1);
  flame.source.of = text.id;
  scene.layers.push(text, flame);
  await readyFonts(scene, new Map());
  return scene;
}

/** What can be measured without a page. */
export async function generators(rounds: number): Promise<Row[]> {
  const rows: Row[] = [];
  const from = new Float32Array(WHOLE.width * WHOLE.height * 4).fill(1);
  const to = new Float32Array(from.length);
  const frame = {
    map: [1, 0, 0, 1, 0, 0] as const,
    mixing: 'displayed' as const,
    lamp: { angle: -120, height: 40, colour: '#ffffff' },
  };
  for (const { kind, label, colours } of textures) {
    const laid = { texture: kind, seed: 1, size: 100, turn: 0, moveX: 0, moveY: 0, ramp: colours };
    const copy = timed(rounds, () => to.set(from));
    const ours = timed(rounds, () => textured(laid, WHOLE, { frame, edges: null }));
    rows.push(
      against(SECTION, `the texture ${label} in its colours, against a copy`, ours, copy, 8),
    );
  }
  const scene = await burning();
  const see = (shown: Scene, memo = cacheOf(2 ** 28).memo) =>
    render(shown, { region: SHOWN, scale: SCALE, picture: noPicture, memo });
  const first = timed(rounds, () => see(scene));
  rows.push(within(SECTION, 'seven burning letters: first picture', first, 'ms', 600));
  const { memo } = cacheOf(2 ** 28);
  see(scene, memo);
  // What was rendered must not be changed in place: each moment is a scene of its own.
  const beside = (by: number) => {
    const next = structuredClone(scene);
    const { source } = next.layers[1]!;
    if (source.kind === 'flame') source.values.moment = 2 + by;
    const start = performance.now();
    scoped(() => void see(next, memo));
    return performance.now() - start;
  };
  const near = Array.from({ length: rounds + 1 }, (_, i) => beside(0.05 * (i + 1)));
  rows.push(within(SECTION, 'another moment beside it', median(near.slice(1)), 'ms', 60));
  const start = performance.now();
  exportScene(scene, { scale: 1, depth: 8, background: true, picture: noPicture });
  const exported = (performance.now() - start) / 1000;
  rows.push(within(SECTION, 'the same exported at 3840 × 2160', exported, 's', 8));
  for (const count of [10_000, 100_000]) {
    const flying = newScene('Flying', 3840, 2160, '#0a0c12');
    flying.layers.push(newParticles('Sparks', { count, look: 'spark', size: 8, shutter: 4 }));
    const ms = timed(rounds, () =>
      render(flying, { region: SHOWN, scale: SCALE, picture: noPicture }),
    );
    rows.push(
      informative(SECTION, `${count.toLocaleString('en')} particles with streaks`, ms, 'ms'),
    );
  }
  return rows;
}

/** What is dragged in a page. */
export async function drivenGenerators(
  browser: Browser,
  baseURL: string,
  quick: boolean,
): Promise<Row[]> {
  const steps = quick ? 12 : 72;
  const page = await benchPage(browser, baseURL);
  const open = async (scene: Scene, assets: Awaited<ReturnType<typeof readScene>>['assets']) => {
    await openScene(page, scene, assets);
    await settled(page);
    await page.waitForTimeout(1500);
    await watch(page);
  };
  const { scene, assets } = await readScene(PIER);
  await open(scene, assets);
  const empty = median(await emptyRoundTrip(page, steps));
  const rows = [informative(DRIVEN, 'the empty round trip, median', empty, 'ms')];
  const dragged = dragRows(DRIVEN, empty);
  /** Drags a value; `most` is the goal of its median, ms, where that is not the usual one. */
  const dragValue = async (name: string, label: string, most?: number) => {
    const box = (await value(page, label).boundingBox())!;
    await drag(page, box, 12);
    const driven = await drag(page, box, steps);
    rows.push(
      ...(most === undefined
        ? dragged(`dragging ${name}`, driven)
        : [within(DRIVEN, `dragging ${name}: median`, median(driven.waits), 'ms', most)]),
    );
  };
  await act(page, 'Add: lamp snow');
  await settled(page);
  await setValue(page, 'Count', '10000');
  await settled(page);
  await dragValue('the speed of 10,000 particles', 'Speed');
  await card(page, 'Flames').locator('[data-card]').click();
  await settled(page);
  await dragValue('the height of flames on letters', 'Height', 60);
  const seven = await readScene(SEVEN);
  const mosaic = newStep('surface.mosaic');
  mosaic.values.size = TILE;
  const tiled = structuredClone(seven.scene);
  const picture = tiled.layers.find((l) => l.source.kind === 'picture')!;
  Object.assign(picture, { name: 'Tiled', steps: [...picture.steps, mosaic] });
  await open({ ...tiled, layers: [picture] }, seven.assets);
  await card(page, 'Tiled').locator('[data-card]').click();
  await settled(page);
  await dragValue('the size of 2,000 irregular tiles on a picture of 3840 × 2160', 'Tile size', 60);
  const misty = structuredClone(seven.scene);
  misty.layers.push(newMist('Mist', { height: 700 }));
  await open(misty, seven.assets);
  await card(page, 'Mist').locator('[data-card]').click();
  await settled(page);
  await dragValue('the density of mist over Night seven', 'Density');
  await page.context().close();
  return rows;
}
