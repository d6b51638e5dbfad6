/** How cost grows with layers, pixels, σ and threads: the renderer itself, as the preview calls it. */
import { gaussianBlur } from '../core/kernels/blur';
import { alone, threads } from '../core/kernels/machine';
import { unwritten } from '../core/pixels/buffer';
import { retained, release, scoped } from '../core/pixels/heap';
import { cacheOf } from '../core/render/cache';
import { menderOf } from '../core/render/mend';
import { render } from '../core/render/render';
import type { Scene } from '../core/scene/model/schema';
import { lines } from './lines';
import { median, informative, type Row } from './table';

const SECTION = 'Growth';

const none = () => {
  throw new Error('These scenes have no pictures.');
};

/** The screen of the bench at 1280 × 800, about. */
const SCREEN = 960;

/** Median time of `work` over rounds, ms. */
function timed(rounds: number, work: (round: number) => void): number {
  const times: number[] = [];
  for (let i = 0; i <= rounds; i++) {
    const start = performance.now();
    work(i);
    if (i > 0) times.push(performance.now() - start);
  }
  return median(times);
}

/** The scene with another blur in the first pass of a line. */
const softer = (scene: Scene, at: number, blur: number): Scene => ({
  ...scene,
  layers: scene.layers.map((l, i) =>
    i === at && l.source.kind === 'line'
      ? {
          ...l,
          source: {
            ...l.source,
            passes: l.source.passes.map((p, k) => (k === 0 ? { ...p, blur } : p)),
          },
        }
      : l,
  ),
});

/** A scene open as on the bench; `frame` makes a picture after one more change to its middle layer. */
function opened(scene: Scene): { frame(round: number): void; close(): void } {
  const { memo, clear } = cacheOf(192 * 2 ** 20, () => performance.now());
  const mender = menderOf();
  const scale = SCREEN / scene.width;
  const region = { x: 0, y: 0, width: SCREEN, height: Math.round(scene.height * scale) };
  const at = Math.floor(scene.layers.length / 2);
  const middle = scene.layers[at]!;
  return {
    frame: (round) =>
      scoped(() => {
        mender.mend(softer(scene, at, 40 + round), {
          ...{ region, scale, picture: none, memo },
          focus: middle.id,
        });
      }),
    close: () => {
      mender.clear();
      clear();
    },
  };
}

/** The times of a frame while the blur of the middle layer of each scene is dragged, taken in turn, ms. */
function editing(scenes: Scene[], rounds: number): number[] {
  const open = scenes.map(opened);
  const times: number[][] = scenes.map(() => []);
  for (let i = 0; i <= rounds; i++)
    open.forEach(({ frame }, k) => {
      const start = performance.now();
      frame(i);
      if (i > 0) times[k]!.push(performance.now() - start);
    });
  for (const one of open) one.close();
  return times.map(median);
}

export function growth(rounds: number): Row[] {
  const rows: Row[] = [];
  const counts = [1, 2, 4, 8, 16, 32, 64];
  const layers = editing(
    counts.map((k) => lines(k, 3840)),
    Math.max(15, rounds),
  );
  const of = (k: number) => layers[counts.indexOf(k)]!;
  for (const k of counts) rows.push(informative(SECTION, `editing one layer of ${k}`, of(k), 'ms'));
  const wide = [960, 1920, 3840, 7680, 10_666].map((width) => lines(12, width));
  editing(wide, Math.max(9, rounds)).forEach((ms, i) => {
    const mp = (wide[i]!.width * wide[i]!.height) / 1e6;
    rows.push(
      informative(SECTION, `editing one layer of 12 in ${mp.toFixed(1)} megapixels`, ms, 'ms'),
    );
  });
  const region = { x: 0, y: 0, width: 1920, height: 1080 };
  const picture = retained(() => {
    const made = unwritten(region, 4);
    made.data.fill(0.5);
    return made;
  });
  const blur = (sigma: number) =>
    timed(rounds, () => scoped(() => void gaussianBlur(picture, sigma, region)));
  for (const sigma of [1, 2, 3, 4, 8, 16, 32, 64, 125, 250, 500, 1000])
    rows.push(informative(SECTION, `Gaussian blur, σ ${sigma} px, 1920 × 1080`, blur(sigma), 'ms'));
  const scene = lines(12, 3840);
  const whole = () =>
    timed(rounds, () =>
      scoped(
        () =>
          void render(scene, {
            region: { x: 0, y: 0, width: 1920, height: 1080 },
            scale: 0.5,
            picture: none,
          }),
      ),
    );
  for (const [name, work] of [
    ['Gaussian blur, σ 20 px', () => blur(20)],
    ['a picture of 12 layers at 1920 × 1080, nothing cached', whole],
  ] as const) {
    rows.push(informative(SECTION, `${name}, 1 thread`, alone(work), 'ms'));
    rows.push(informative(SECTION, `${name}, ${threads()} threads`, work(), 'ms'));
  }
  release(picture);
  return rows;
}
