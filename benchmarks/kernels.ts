/** The kernels against what the browser, libvips and Skia do, in turn, medians after a warm-up. */
import type { Browser } from '@playwright/test';
import { createCanvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import { blendNamed } from '../core/blend/index';
import { gaussianBlur } from '../core/kernels/blur';
import { composite } from '../core/kernels/composite';
import { coverage } from '../core/kernels/coverage';
import { distanceField } from '../core/kernels/distance';
import { PLAIN_ENDING, finish } from '../core/kernels/finish';
import { haloBlur } from '../core/kernels/halo';
import { threads } from '../core/kernels/machine';
import type { ColourBuffer, Plane } from '../core/pixels/buffer';
import { unwritten } from '../core/pixels/buffer';
import { retained, scoped } from '../core/pixels/heap';
import { against, median, type Row } from './table';

const width = 1920;
const height = 1080;
const region = { x: 0, y: 0, width, height };
const section = () =>
  `Kernels (1920 × 1080, float RGBA unless said), ${threads() === 1 ? '1 thread' : `${threads()} threads`}`;

type Task = () => unknown;

/** Medians of two tasks run in turn, ms. */
async function inTurn(rounds: number, ours: Task, reference: Task): Promise<[number, number]> {
  const times: [number[], number[]] = [[], []];
  for (let i = 0; i <= rounds; i++)
    for (const [k, task] of [ours, reference].entries()) {
      const start = performance.now();
      const given = await task();
      const took = typeof given === 'number' ? given : performance.now() - start;
      if (i > 0) times[k]!.push(took);
    }
  return [median(times[0]), median(times[1])];
}

/** Noise on the heap, as a render would have it there: no colour exceeds its alpha. */
function noise(channels: 4): ColourBuffer;
function noise(channels: 1): Plane;
function noise(channels: 1 | 4): ColourBuffer | Plane {
  return retained(() => {
    const made = unwritten(region, channels);
    let s = 1;
    for (let i = 0; i < made.data.length; i++) {
      s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
      made.data[i] = s / 4294967296;
    }
    if (channels === 4)
      for (let i = 0; i < made.data.length; i++) if (i % 4 < 3) made.data[i]! *= made.data[i | 3]!;
    return made;
  });
}

/** Measures every kernel there is. */
export async function kernels(browser: Browser, rounds: number): Promise<Row[]> {
  const rows: Row[] = [];
  const picture = noise(4);
  const shape = noise(1);
  const bytes = Buffer.from(Uint8Array.from(picture.data, (v) => v * 255));
  // Within a scope nothing is copied out, as in a render.
  const onHeap = (work: () => unknown) => () => scoped(() => void work());
  const blur = (sigma: number) => onHeap(() => gaussianBlur(picture, sigma, region));
  const row = async (name: string, ours: Task, reference: Task, most: number) => {
    rows.push(against(section(), name, ...(await inTurn(rounds, ours, reference)), most));
  };

  const page = await browser.newPage();
  // The canvas is read back in part, so that the drawing is done and not only noted.
  const canvas = () =>
    page.evaluate(
      ([w, h]) => {
        const from = ((globalThis as { from?: OffscreenCanvas }).from ??= (() => {
          const c = new OffscreenCanvas(w!, h!);
          const context = c.getContext('2d', { willReadFrequently: true })!;
          const image = context.createImageData(w!, h!);
          for (let i = 0; i < image.data.length; i++) image.data[i] = Math.random() * 255;
          context.putImageData(image, 0, 0);
          return c;
        })());
        const to = new OffscreenCanvas(w!, h!).getContext('2d', { willReadFrequently: true })!;
        const start = performance.now();
        to.filter = 'blur(20px)';
        to.drawImage(from, 0, 0);
        to.getImageData(0, 0, 1, 1);
        return performance.now() - start;
      },
      [width, height],
    );
  await row('Gaussian blur, σ 20 px, against the browser’s canvas', blur(20), canvas, 0.2);
  await page.close();

  const vips = (sigma: number) => () =>
    sharp(bytes, { raw: { width, height, channels: 4 } })
      .blur(sigma)
      .raw()
      .toBuffer();
  await row('Gaussian blur, σ 20 px, against sharp', blur(20), vips(20), 0.1);
  await row('Gaussian blur, σ 60 px, against sharp', blur(60), vips(60), 0.03);
  await row('Gaussian blur, σ 250 px, against our own at σ 20', blur(250), blur(20), 1.0);
  for (const sigma of [1, 2, 3, 4])
    await row(`Gaussian blur, σ ${sigma} px, against our own at σ 16`, blur(sigma), blur(16), 1.5);
  for (const core of [3, 20]) {
    const halo = { core: core * 1.5, power: 1.5, reach: 500 };
    await row(
      `Halo, core of σ ${core} px, reach 500, against a Gaussian of that`,
      onHeap(() => haloBlur(picture, halo, region)),
      blur(core),
      2.2,
    );
  }
  await row(
    'Gaussian blur, one plane, σ 20 px, against our own RGBA',
    onHeap(() => gaussianBlur(shape, 20, region)),
    blur(20),
    0.3,
  );

  const backdrop = noise(4);
  const plain = new Float32Array(picture.data.length);
  const copied = new Float32Array(picture.data.length).fill(1);
  for (let i = 3; i < backdrop.data.length; i += 4) backdrop.data[i] = 1;
  for (const [names, most] of [
    [['normal', 'screen', 'add', 'multiply', 'overlay', 'soft-light'], 2],
    [['hue', 'saturation', 'color', 'luminosity'], 2.5],
  ] as const)
    for (const name of names) {
      const { label, mode } = blendNamed(name);
      await row(
        `${label} at an opacity, against copying the same bytes`,
        onHeap(() => composite(backdrop, picture, mode, 0.7)),
        () => plain.set(copied),
        most,
      );
    }
  // An opaque picture, of which a twenty-fifth is far brighter than the screen can show.
  const lit = noise(4);
  for (let i = 0; i < lit.data.length; i++)
    lit.data[i] = i % 4 === 3 ? 1 : (i >> 2) % 25 === 0 ? 3 + lit.data[i]! : lit.data[i]!;
  const ends = (burn: boolean) => {
    const start = performance.now();
    scoped(() => void finish(lit, 8, { ...PLAIN_ENDING, burn }));
    return performance.now() - start;
  };
  await row(
    'Burn to white, a twenty-fifth of it beyond white, what it adds to the end, against a copy',
    () => Math.max(1e-3, ends(true) - ends(false)),
    () => plain.set(copied),
    0.3,
  );
  const plane = new Float32Array(shape.data.length);
  const planeCopied = new Float32Array(shape.data.length).fill(1);
  await row(
    'Distance field of a plane, against copying it',
    onHeap(() => distanceField(sparse(shape))),
    () => plane.set(planeCopied),
    8,
  );

  const path = Float64Array.from({ length: 4000 }, (_, i) => {
    const a = (Math.floor(i / 2) / 2000) * 2 * Math.PI;
    const r = 420 + 90 * Math.sin(a * 37);
    return i % 2 ? height / 2 + r * Math.sin(a) : width / 2 + r * Math.cos(a);
  });
  const skia = createCanvas(width, height).getContext('2d');
  await row(
    'Fill of a 2,000-segment path, antialiased, against Skia',
    onHeap(() => coverage([path], 'nonzero', region)),
    () => {
      skia.clearRect(0, 0, width, height);
      skia.beginPath();
      for (let i = 0; i < path.length; i += 2) skia.lineTo(path[i]!, path[i + 1]!);
      skia.closePath();
      skia.fill();
      return skia.getImageData(0, 0, 1, 1);
    },
    0.7,
  );
  return rows;
}

/** A shape as a picture has them: blobs with edges, made of noise once. */
function sparse(shape: Plane): Plane {
  if (shape.data[0] !== 2)
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++)
        shape.data[i] = Math.sin(x / 90) * Math.cos(y / 70) > 0.55 ? 1 : 0;
  shape.data[0] = 2;
  return shape;
}
