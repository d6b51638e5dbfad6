import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../../kernels/load';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer, crop } from '../../pixels/buffer';
import type { Mixing } from '../../pixels/colour';
import { linear } from '../../pixels/colour';
import { grow, type Region } from '../../pixels/region';
import { defaultsOf } from '../../definitions/parameter';
import { stepContext } from '../../testing/step-context';
import { glare } from './glare';

const WHOLE: Region = { x: 0, y: 0, width: 120, height: 90 };
const values = { ...defaultsOf(glare.parameters), size: 2, tailReach: 60, amount: 100, veil: 20 };

/** A dark opaque ground with a bright px or two, linear light. */
function lamps(region: Region, bright: readonly [number, number, number]): ColourBuffer {
  const made = colourBuffer(region);
  for (let i = 0; i < made.data.length; i += 4) made.data.set([0.05, 0.04, 0.06, 1], i);
  const put = (x: number, y: number) => {
    const i = 4 * ((y - region.y) * region.width + x - region.x);
    if (x >= region.x && y >= region.y && x < region.x + region.width)
      made.data.set([...bright, 1], i);
  };
  put(60, 45);
  put(61, 45);
  return made;
}
const see = (input: ColourBuffer, own: Partial<typeof values>, wanted: Region, mixing: Mixing) =>
  crop(glare.apply(input, { ...values, ...own }, { ...stepContext(wanted), mixing }), wanted);
const sums = ({ data }: ColourBuffer, mixing: Mixing) =>
  [0, 1, 2].map((c) =>
    data.reduce((s, v, i) => (i % 4 === c ? s + (mixing === 'light' ? v : linear(v)) : s), 0),
  );

describe('glare', () => {
  const far = grow(WHOLE, glare.margin(values, 1, 1));

  it('spreads light and adds none: all of it is there, to 0.5 %', () => {
    for (const veil of [0, 35]) {
      const input = lamps(far, [30, 12, 2]);
      const made = see(input, { veil }, far, 'light');
      const [before, after] = [sums(input, 'light'), sums(made, 'light')];
      // The ground is bright as well: what the lamps have beyond white is what moves.
      const moved = [29, 11, 1];
      after.forEach((v, c) =>
        expect(Math.abs(v - before[c]!)).toBeLessThan(0.005 * 2 * moved[c]! + 0.05),
      );
      const i = 4 * ((45 - far.y) * far.width + 60 - far.x);
      expect(made.data[i]!).toBeLessThan(30);
      expect(made.data[i + 4 * 12]!).toBeGreaterThan(0.055);
    }
  });

  it('leaves alone what is no brighter than its threshold, exactly', () => {
    for (const mixing of ['light', 'displayed'] as const) {
      const input = lamps(WHOLE, [0.9, 1, 0.3]);
      expect(see(input, {}, WHOLE, mixing).data).toEqual(input.data);
      const input2 = lamps(WHOLE, [6, 3, 1]);
      expect(see(input2, { threshold: 8 }, WHOLE, mixing).data).toEqual(input2.data);
      expect(see(input2, { amount: 0 }, WHOLE, mixing).data).toEqual(input2.data);
      const black = colourBuffer(WHOLE);
      expect(see(black, { threshold: -6 }, WHOLE, mixing).data).toEqual(black.data);
    }
  });

  it('keeps the colour of the light, or has that of its tint', () => {
    const made = see(lamps(far, [30, 12, 2]), {}, WHOLE, 'light');
    const at = 4 * (45 * 120 + 72);
    const added = [0.05, 0.04, 0.06].map((v, c) => made.data[at + c]! - v);
    // A threshold takes the same share of each channel.
    expect(added[1]! / added[0]!).toBeCloseTo(12 / 30, 2);
    expect(added[2]! / added[0]!).toBeCloseTo(2 / 30, 2);
    const tinted = see(lamps(far, [30, 12, 2]), { tint: '#00ff00' }, WHOLE, 'light');
    expect(tinted.data[at]).toBeCloseTo(0.05, 5);
    expect(tinted.data[at + 1]!).toBeGreaterThan(0.041);
  });

  it('shows the same light in either way of mixing', () => {
    const light = see(lamps(far, [16, 8, 2]), {}, WHOLE, 'light');
    const encoded = lamps(far, [16, 8, 2]);
    const encode = (v: number) => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
    encoded.data.forEach((v, i) => (encoded.data[i] = i % 4 === 3 ? v : encode(v)));
    const displayed = see(encoded, {}, WHOLE, 'displayed');
    let worst = 0;
    displayed.data.forEach((v, i) => {
      const own = i % 4 === 3 ? v : linear(v);
      worst = Math.max(worst, Math.abs(own - light.data[i]!) / (0.01 + light.data[i]!));
    });
    expect(worst).toBeLessThan(1e-3);
  });

  it('of a part is the same crop of the whole, and covers where nothing was by as much as it is bright', () => {
    const input = crop(lamps(far, [30, 12, 2]), { x: 58, y: 40, width: 6, height: 9 });
    const all = see(input, {}, WHOLE, 'displayed');
    const part = fc.record({
      x: fc.integer({ min: 0, max: 90 }),
      y: fc.integer({ min: 0, max: 60 }),
      width: fc.integer({ min: 1, max: 30 }),
      height: fc.integer({ min: 1, max: 30 }),
    });
    fc.assert(
      fc.property(part, (region) => {
        const [own, same] = [see(input, {}, region, 'displayed').data, crop(all, region).data];
        expect(own.findIndex((v, i) => v !== same[i])).toBe(-1);
      }),
      { numRuns: 20 },
    );
    for (let i = 0; i < all.data.length; i += 4) {
      const a = all.data[i + 3]!;
      expect(a).toBeGreaterThanOrEqual(0);
      expect(a).toBeLessThanOrEqual(1 + 1e-6);
    }
    expect(all.data[4 * (45 * 120 + 72) + 3]!).toBeGreaterThan(0.001);
  });
});
