import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../../kernels/load';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer, crop } from '../../pixels/buffer';
import type { Mixing } from '../../pixels/colour';
import { linear } from '../../pixels/colour';
import { boxOfRegion } from '../../geometry/affine';
import { grow, type Region } from '../../pixels/region';
import { defaultsOf } from '../../definitions/parameter-values';
import { stepContext } from '../../testing/step-context';
import { glare } from './glare';

const WHOLE: Region = { x: 0, y: 0, width: 120, height: 90 };
/** A scene so large that no light lies beyond what a lens sees. */
const scene = boxOfRegion(grow(WHOLE, 2000));
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
  crop(
    glare.apply(input, { ...values, ...own }, { ...stepContext(wanted, { mixing }), scene }),
    wanted,
  );
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

  it.each([
    ['a star', { star: 100, starLength: 9, points: 6, starTurn: 20 }],
    ['a star of five', { star: 100, starLength: 9, points: 5, starTurn: 0 }],
    ['a streak', { streak: 100, streakLength: 60, streakTurn: 0, streakTint: '#ffffff' }],
    ['a ring', { ring: 100, ringSize: 20, ringTint: '#ffffff' }],
    [
      'all of them',
      { veil: 40, ring: 60, ringSize: 20, star: 50, starLength: 8, streak: 30, streakLength: 9 },
    ],
  ])('spreads it into %s, and adds none', (_name, own) => {
    const all = { ...own, ringTint: '#ffffff', streakTint: '#ffffff' };
    const room = grow(WHOLE, glare.margin({ ...values, ...all }, 1, 1));
    const input = lamps(room, [900, 400, 100]);
    const made = see(input, { veil: 0, ...all }, room, 'light');
    const [before, after] = [sums(input, 'light'), sums(made, 'light')];
    [899, 399, 99].forEach((moved, c) =>
      expect(Math.abs(after[c]! - before[c]!)).toBeLessThan(0.005 * 2 * moved + 0.05),
    );
    expect(made.data.every((v) => v >= 0)).toBe(true);
  });

  it('draws a star as many points as asked for, and red farther than blue', () => {
    const own = { veil: 0, star: 100, starLength: 12, points: 5, starTurn: 0 };
    const made = see(lamps(far, [900, 900, 900]), own, WHOLE, 'light');
    const at = (angle: number, r: number, c = 1) => {
      const [x, y] = [61 + r * Math.cos(angle), 45.5 + r * Math.sin(angle)];
      return made.data[4 * (Math.floor(y) * 120 + Math.floor(x)) + c]!;
    };
    for (let k = 0; k < 5; k++) {
      const angle = (2 * Math.PI * k) / 5;
      expect(at(angle, 24)).toBeGreaterThan(5 * at(angle + Math.PI / 5, 24));
      expect(at(angle, 30, 0)).toBeGreaterThan(1.2 * at(angle, 30, 2));
    }
    const level = see(
      lamps(far, [900, 900, 900]),
      { veil: 0, streak: 100, streakLength: 30, streakTint: '#ffffff' },
      WHOLE,
      'light',
    );
    expect(level.data[4 * (45 * 120 + 20)]!).toBeCloseTo(level.data[4 * (45 * 120 + 101)]!, 2);
    // An exponential: as much less from each px to the next.
    const excess = (x: number) => level.data[4 * (45 * 120 + x)]! - 0.05;
    expect(excess(100) / excess(95)).toBeCloseTo(Math.exp(-5 / 30), 1);
  });

  it('of a ring leaves the middle dark, and has its top at the radius', () => {
    const own = { veil: 0, ring: 100, ringSize: 25, ringTint: '#ffffff' };
    const made = see(lamps(far, [900, 900, 900]), own, WHOLE, 'light');
    const at = (r: number) => made.data[4 * (45 * 120 + 60 + r)]!;
    const best = Array.from({ length: 50 }, (_, r) => r + 3).reduce((b, r) =>
      at(r) > at(b) ? r : b,
    );
    expect(Math.abs(best - 25)).toBeLessThan(3);
    expect(at(4) - 0.05).toBeLessThan(0.25 * (at(25) - 0.05));
  });

  it('sees no light from far beyond the picture, whatever part is made', () => {
    const own = { ...values, size: 20, tailReach: 200, amount: 100 };
    const small = { x0: 0, y0: 0, x1: 40, y1: 30 };
    const outside = crop(lamps(WHOLE, [900, 900, 900]), WHOLE);
    const made = glare.apply(outside, own, { ...stepContext(WHOLE), scene: small });
    expect(crop(made, WHOLE).data).toEqual(outside.data);
    const near = glare.apply(outside, own, {
      ...stepContext(WHOLE),
      scene: { ...small, x1: 55, y1: 45 },
    });
    expect(crop(near, WHOLE).data).not.toEqual(outside.data);
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

  it('of streaks and rings, a part is the same crop of the whole', () => {
    const own = { ring: 20, ringSize: 18, star: 30, starLength: 8, points: 6, streak: 20 };
    const all = see(lamps(far, [30, 12, 2]), own, WHOLE, 'displayed');
    for (const region of [
      { x: 3, y: 40, width: 31, height: 9 },
      { x: 55, y: 12, width: 12, height: 66 },
      { x: 100, y: 70, width: 9, height: 11 },
    ]) {
      const made = see(lamps(far, [30, 12, 2]), own, region, 'displayed').data;
      const same = crop(all, region).data;
      expect(made.findIndex((v, i) => v !== same[i])).toBe(-1);
    }
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
