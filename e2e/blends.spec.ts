/** Our compositing against Chromium's own canvas. */
import { expect, test } from './test';
import { blends } from '../core/blend/index';
import { composite } from '../core/kernels/composite';
import '../core/kernels/load';

/** Random straight RGBA in 8 bits, extremes among them. */
function pixels(seed: number, n: number): number[] {
  let s = seed;
  const next = () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s >>> 24;
  };
  return Array.from({ length: n * 4 }, (_, i) => (i < 400 ? [0, 255, 128][next() % 3]! : next()));
}

const N = 4096;
const region = { x: 0, y: 0, width: N, height: 1 };
const NAMES: Record<string, string> = { normal: 'source-over', add: 'lighter' };

/** Modes that a canvas does not know; the unit tests compare them with their formulas. */
const OURS = ['mid-grey-add', 'subtractive-burn', 'subtract', 'divide'];

for (const blend of blends.filter((b) => !OURS.includes(b.name)))
  test(`${blend.name} agrees with the browser`, async ({ page }) => {
    const [under, over] = [pixels(11, N), pixels(77, N)];
    await page.goto('/licences.txt');
    // A canvas of 16-bit floats, so that the browser's own rounding to bytes does not blur the answer.
    const theirs = await page.evaluate(
      ({ under, over, mode, n }) => {
        const make = (data: number[]) => {
          const canvas = new OffscreenCanvas(n, 1);
          const context = canvas.getContext('2d', {
            willReadFrequently: true,
            colorType: 'float16',
          } as CanvasRenderingContext2DSettings)!;
          context.putImageData(new ImageData(Uint8ClampedArray.from(data), n, 1), 0, 0);
          return { canvas, context };
        };
        const below = make(under);
        const above = make(over);
        const read = (c: OffscreenCanvasRenderingContext2D) =>
          Array.from(
            c.getImageData(0, 0, n, 1, { pixelFormat: 'rgba-float16' } as ImageDataSettings).data,
            Number,
          );
        const start = read(below.context);
        const source = read(above.context);
        below.context.globalCompositeOperation = mode as GlobalCompositeOperation;
        below.context.drawImage(above.canvas, 0, 0);
        return { start, source, result: read(below.context) };
      },
      { under, over, mode: NAMES[blend.name] ?? blend.name, n: N },
    );
    const premultiplied = (straight: number[]) =>
      Float32Array.from(straight, (v, i) => (i % 4 === 3 ? v : v * straight[i | 3]!));
    const ours = { channels: 4 as const, region, data: premultiplied(theirs.start) };
    composite(ours, { channels: 4, region, data: premultiplied(theirs.source) }, blend.mode, 1);
    const result = premultiplied(theirs.result);
    let worst = 0;
    let sum = 0;
    for (let i = 0; i < N * 4; i++) {
      // "lighter" adds coverage too, where Add keeps the coverage of source-over: compared where both
      // mean the same, on a backdrop that covers.
      if (blend.name === 'add' && theirs.start[i | 3]! < 1) continue;
      const d = Math.abs(Math.min(1, ours.data[i]!) - Math.min(1, result[i]!)) * 255;
      worst = Math.max(worst, d);
      sum += d;
    }
    // Random bytes must not have come out as nothing.
    expect(result.some((v) => v > 0.5)).toBe(true);
    expect(worst).toBeLessThanOrEqual(2);
    expect(sum / (N * 4)).toBeLessThanOrEqual(0.3);
  });
