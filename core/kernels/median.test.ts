import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { alone } from './machine';
import { medians } from './median';

/** A picture of tones from a list, some px of it covered in part or not at all. */
function picture(width: number, height: number, seed: number): ColourBuffer {
  const made = colourBuffer({ x: -3, y: 5, width, height });
  let state = seed * 2 + 1;
  const next = () => (state = Math.imul(state, 48271) >>> 0) / 2 ** 32;
  for (let i = 0; i < width * height; i++) {
    const alpha = next() < 0.3 ? 0 : next() < 0.3 ? 0.4 : 1;
    const tones = [next() * 4, next(), next() ** 4];
    made.data.set([...tones.map((t) => t * alpha), alpha], i * 4);
  }
  return made;
}

/** The least of some values of which those up to it have half of all weight. */
function weighed(values: { v: number; w: number }[]): number {
  const sorted = values.filter(({ w }) => w > 0).sort((a, b) => a.v - b.v);
  const half = sorted.reduce((sum, { w }) => sum + w, 0) / 2;
  let sum = 0;
  for (const { v, w } of sorted) if ((sum += w) >= half) return v;
  return 0;
}

/** The median by sorting. */
function sorted(pixels: ColourBuffer, radius: number, x: number, y: number): number[] {
  const found: { colour: number[]; alpha: number }[] = [];
  const { region, data } = pixels;
  for (let j = -radius; j <= radius; j++)
    for (let i = -radius; i <= radius; i++) {
      if (i * i + j * j > (radius + 0.5) ** 2) continue;
      const [u, v] = [x + i - region.x, y + j - region.y];
      const isInside = u >= 0 && v >= 0 && u < region.width && v < region.height;
      const [r, g, b, a] = isInside
        ? [...data.subarray((v * region.width + u) * 4, (v * region.width + u) * 4 + 4)]
        : [0, 0, 0, 0];
      found.push({ colour: [r!, g!, b!].map((c) => (a! > 0 ? c / a! : 0)), alpha: a! });
    }
  const cover = weighed(found.map(({ alpha }) => ({ v: alpha, w: 1 })));
  const colour = [0, 1, 2].map((c) =>
    weighed(
      found.map(({ colour, alpha }) => ({
        v: colour[c]!,
        w: (Math.round(alpha * 65535) + 128) >> 8,
      })),
    ),
  );
  return [...colour.map((c) => c * cover), cover];
}

/** How far apart bins of a tone are, as a tone: two thousand of the root of 16. */
const bin = (tone: number) => (2 * Math.sqrt(Math.max(tone, 0.001) * 16) * 1.5) / 2048;

describe('medians', () => {
  it('are those of all that the disc holds, sorted', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 0, max: 1e6 }), (r, seed) => {
        const pixels = picture(13, 9, seed);
        const made = medians(pixels, r, { x: -6, y: 2, width: 20, height: 15 });
        const { region } = made;
        for (let i = 0; i < region.width * region.height; i += 3) {
          const [x, y] = [region.x + (i % region.width), region.y + Math.floor(i / region.width)];
          const ours = [...made.data.subarray(i * 4, i * 4 + 4)];
          sorted(pixels, r, x, y).forEach((value, c) => {
            expect(Math.abs(ours[c]! - value)).toBeLessThan(c < 3 ? bin(value) : 1e-4);
          });
        }
      }),
      { numRuns: 20 },
    );
  });

  it('leave what is even as it was, and take a speck out of it', () => {
    const pixels = colourBuffer({ x: 0, y: 0, width: 24, height: 24 });
    for (let i = 0; i < 576; i++) pixels.data.set([1.7, 0.31, 0.004, 1], i * 4);
    pixels.data.set([9, 9, 9, 1], (12 * 24 + 12) * 4);
    const made = medians(pixels, 2, { x: 4, y: 4, width: 16, height: 16 });
    for (let i = 0; i < 256; i++) {
      expect(made.data[i * 4]).toBeCloseTo(1.7, 3);
      expect(made.data[i * 4 + 1]).toBeCloseTo(0.31, 4);
      expect(made.data[i * 4 + 2]).toBeCloseTo(0.004, 4);
    }
  });

  it('of a part are those of the whole, by one thread or more', () => {
    const pixels = picture(60, 50, 7);
    const all = { x: -8, y: 0, width: 70, height: 60 };
    const part = { x: 11, y: 19, width: 23, height: 17 };
    const whole = medians(pixels, 6, all);
    const piece = medians(pixels, 6, part);
    expect(alone(() => medians(pixels, 6, all)).data).toEqual(whole.data);
    for (let y = 0; y < part.height; y++) {
      const row =
        ((part.y + y - whole.region.y) * whole.region.width + part.x - whole.region.x) * 4;
      expect(piece.data.subarray(y * part.width * 4, (y + 1) * part.width * 4)).toEqual(
        whole.data.subarray(row, row + part.width * 4),
      );
    }
  });
});
