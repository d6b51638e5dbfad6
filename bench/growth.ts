/** How cost grows with layers, pixels, σ and threads: the renderer itself, as the preview calls it. */
import { corner, smooth } from '../core/geometry/path';
import { gaussianBlur } from '../core/kernels/blur';
import { alone, threads } from '../core/kernels/machine';
import { unwritten } from '../core/pixels/buffer';
import { held, letGo, scoped } from '../core/pixels/heap';
import { cacheOf } from '../core/render/cache';
import { render } from '../core/render/render';
import { newLine, newScene } from '../core/scene/make';
import type { Scene } from '../core/scene/schema';
import { median, told, within, type Row } from './table';

const SECTION = 'Growth';

const none = () => {
  throw new Error('These scenes have no pictures.');
};

/** A scene of `n` lines spread over a width of px, at 16 : 9. */
function lines(n: number, width: number): Scene {
  const height = Math.round((width * 9) / 16);
  const scene = newScene('Lines', width, height, '#0b0d12');
  for (let i = 0; i < n; i++) {
    const x = (width * (i % 8)) / 8;
    const y = height * (0.15 + (0.7 * Math.floor(i / 8)) / Math.max(1, Math.ceil(n / 8)));
    const anchors = [
      corner(x, y),
      smooth(x + width / 8, y + height / 9, width / 20, -height / 20),
      corner(x + width / 4, y),
    ];
    scene.layers.push(
      newLine(`Line ${i}`, { closed: false, anchors }, '#ff5a1f', Math.max(2, width / 260)),
    );
  }
  return scene;
}

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

/** The time of a frame while the blur of the middle layer is dragged, with what lies beneath kept. */
function editing(scene: Scene, rounds: number): number {
  const { memo, clear } = cacheOf(384 * 2 ** 20, () => performance.now());
  const scale = SCREEN / scene.width;
  const region = { x: 0, y: 0, width: SCREEN, height: Math.round(scene.height * scale) };
  const middle = scene.layers[Math.floor(scene.layers.length / 2)]!;
  const time = timed(rounds, (round) =>
    scoped(() => {
      if (middle.source.kind === 'line') middle.source.passes[0]!.blur = 40 + round;
      void render(scene, { region, scale, picture: none, memo, focus: middle.id });
    }),
  );
  clear();
  return time;
}

export function growth(rounds: number): Row[] {
  const rows: Row[] = [];
  const n = Math.max(5, rounds);
  const layers = new Map([1, 2, 4, 8, 16, 32, 64].map((k) => [k, editing(lines(k, 3840), n)]));
  rows.push(
    within(
      SECTION,
      'editing one layer of 64, against one of 8',
      layers.get(64)! / layers.get(8)!,
      '×',
      2,
    ),
  );
  for (const [k, ms] of layers) rows.push(told(SECTION, `editing one layer of ${k}`, ms, 'ms'));
  for (const width of [960, 1920, 3840, 7680, 10_666]) {
    const scene = lines(12, width);
    const mp = (width * scene.height) / 1e6;
    rows.push(
      told(
        SECTION,
        `editing one layer of 12 in ${mp.toFixed(1)} megapixels`,
        editing(scene, n),
        'ms',
      ),
    );
  }
  const region = { x: 0, y: 0, width: 1920, height: 1080 };
  const picture = held(() => {
    const made = unwritten(region, 4);
    made.data.fill(0.5);
    return made;
  });
  const blur = (sigma: number) =>
    timed(n, () => scoped(() => void gaussianBlur(picture, sigma, region, 4)));
  for (const sigma of [1, 2, 3, 4, 8, 16, 32, 64, 125, 250, 500, 1000])
    rows.push(told(SECTION, `Gaussian blur, σ ${sigma} px, 1920 × 1080`, blur(sigma), 'ms'));
  const scene = lines(12, 3840);
  const whole = () =>
    timed(n, () =>
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
    ['a picture of 12 layers at 1920 × 1080, nothing kept', whole],
  ] as const) {
    rows.push(told(SECTION, `${name}, 1 thread`, alone(work), 'ms'));
    rows.push(told(SECTION, `${name}, ${threads()} threads`, work(), 'ms'));
  }
  letGo(picture);
  return rows;
}
