import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { X, Y, add, multiply, sine } from '../fields/field';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { linear, shown } from '../pixels/colour';
import { alone } from './machine';
import { exposedBy } from './expose';

const SIDE = { width: 90, height: 70 };
const region = { x: -13, y: 7, ...SIDE };

/** Stops that change over hundreds of px, as a formula and as a number. */
const formula = add(multiply(2, sine(multiply(X, 1 / 2000))), multiply(Y, -1 / 250));
const stopsAt = (x: number, y: number) => 2 * Math.sin((2 * Math.PI * x) / 2000) - y / 250;

/** Tones from dark to above white, some px covered in part or not at all. */
function picture(seed: number): ColourBuffer {
  const made = colourBuffer(region);
  for (let i = 0; i < SIDE.width * SIDE.height; i++) {
    const alpha = [1, 1, 0.37, 0][(i + seed) % 4]!;
    const tones = [(i % 29) / 14, ((i * 7 + seed) % 31) / 31, ((i * 3) % 23) / 230];
    made.data.set([...tones.map((t) => t * alpha), alpha], 4 * i);
  }
  return made;
}

describe('exposure by a formula of the place', () => {
  it.each(['light', 'displayed'] as const)('multiplies light (%s)', (mixing) => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99 }), (seed) => {
        const pixels = picture(seed);
        const made = exposedBy(pixels, region, formula, 2000, mixing);
        let most = 0;
        for (let i = 0; i < SIDE.width * SIDE.height; i++) {
          const [x, y] = [region.x + (i % SIDE.width), region.y + Math.floor(i / SIDE.width)];
          const gain = 2 ** stopsAt(x + 0.5, y + 0.5);
          const alpha = pixels.data[4 * i + 3]!;
          expect(made.data[4 * i + 3]).toBe(alpha);
          for (let c = 0; c < 3 && alpha > 0; c++) {
            const tone = pixels.data[4 * i + c]! / alpha;
            const lit = mixing === 'light' ? tone * gain : shown(linear(tone) * gain);
            most = Math.max(most, Math.abs(made.data[4 * i + c]! / alpha - lit) / (1 + lit));
          }
        }
        expect(most).toBeLessThan(2e-4);
      }),
      { numRuns: 4 },
    );
  });

  it('of a part is that of the whole, by one thread or more', () => {
    const pixels = picture(3);
    const whole = exposedBy(pixels, region, formula, 2000, 'displayed');
    const single = alone(() => exposedBy(pixels, region, formula, 2000, 'displayed'));
    expect(single.data).toEqual(whole.data);
    const part = { x: 5, y: 20, width: 31, height: 17 };
    const piece = exposedBy(pixels, part, formula, 2000, 'displayed');
    for (let y = 0; y < part.height; y++) {
      const from = 4 * ((part.y + y - region.y) * SIDE.width + part.x - region.x);
      const row = whole.data.subarray(from, from + 4 * part.width);
      piece.data.subarray(4 * y * part.width, 4 * (y + 1) * part.width).forEach((v, i) => {
        expect(v).toBeCloseTo(row[i]!, 6);
      });
    }
  });
});
