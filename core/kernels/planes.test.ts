import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { add, clamp, differ, grain, lookUp, relief, shifted, times, without } from './planes';

/** Work on planes against the same in plain TypeScript. */

const region: fc.Arbitrary<Region> = fc.record({
  x: fc.integer({ min: -9, max: 9 }),
  y: fc.integer({ min: -9, max: 9 }),
  width: fc.integer({ min: 1, max: 15 }),
  height: fc.integer({ min: 1, max: 9 }),
});
const filled = (r: Region, value: (x: number, y: number) => number): Plane => ({
  channels: 1,
  region: r,
  data: Float32Array.from({ length: r.width * r.height }, (_, i) =>
    value(r.x + (i % r.width), r.y + Math.floor(i / r.width)),
  ),
});
/** Values from below 0 to above 1, a function of the place alone. */
const uneven = (seed: number) => (x: number, y: number) =>
  (((((x * 31 + y * 17 + seed) * 7919) % 997) + 997) % 997) / 700 - 0.2;
const at = ({ region: r, data }: Plane, x: number, y: number): number =>
  x >= r.x && y >= r.y && x < r.x + r.width && y < r.y + r.height
    ? data[(y - r.y) * r.width + x - r.x]!
    : 0;

describe('planes worked on by another', () => {
  const ways = [
    { work: add, of: (a: number, b: number) => a + b },
    { work: differ, of: (a: number, b: number) => Math.abs(a - b) },
    { work: times, of: (a: number, b: number) => a * b },
    { work: without, of: (a: number, b: number) => a * (1 - b) },
  ];
  it('are changed where both are, and nowhere else', () => {
    fc.assert(
      fc.property(region, region, fc.nat(996), fc.constantFrom(...ways), (r, s, seed, way) => {
        const [first, second] = [filled(r, uneven(seed)), filled(s, uneven(seed + 7))];
        const made = { channels: 1 as const, region: r, data: first.data.slice() };
        way.work(made, second);
        first.data.forEach((a, i) => {
          const [x, y] = [r.x + (i % r.width), r.y + Math.floor(i / r.width)];
          const both = x >= s.x && y >= s.y && x < s.x + s.width && y < s.y + s.height;
          expect(made.data[i]).toBeCloseTo(both ? way.of(a, at(second, x, y)) : a, 5);
        });
      }),
    );
  });
});

describe('tables', () => {
  it('are read between their values, and beyond their ends at these', () => {
    const plane = filled({ x: 3, y: -2, width: 6, height: 1 }, (x) => (x - 4) / 4);
    lookUp(plane, Float32Array.of(10, 30, 20));
    expect([...plane.data]).toEqual([10, 10, 20, 30, 25, 20]);
  });
  it('bring values to 0–1, and leave those that are there', () => {
    fc.assert(
      fc.property(region, fc.nat(996), (r, seed) => {
        const plane = filled(r, uneven(seed));
        const before = plane.data.slice();
        clamp(plane);
        before.forEach((v, i) => expect(plane.data[i]).toBeCloseTo(Math.min(1, Math.max(0, v)), 6));
      }),
    );
  });
});

describe('a plane moved', () => {
  it('by whole px is the same plane elsewhere', () => {
    fc.assert(
      fc.property(region, region, fc.integer({ min: -6, max: 6 }), fc.nat(996), (r, s, d, seed) => {
        const plane = filled(r, uneven(seed));
        const made = shifted(plane, d, -d, s);
        expect(made.region).toEqual(s);
        made.data.forEach((v, i) => {
          const [x, y] = [s.x + (i % s.width), s.y + Math.floor(i / s.width)];
          expect(v).toBe(at(plane, x - d, y + d));
        });
      }),
    );
  });
  it('by parts of px is the mean of its neighbours by their shares', () => {
    fc.assert(
      fc.property(region, region, fc.nat(996), (r, s, seed) => {
        const plane = filled(r, uneven(seed));
        const [dx, dy] = [2.25, -1.5];
        const made = shifted(plane, dx, dy, s);
        made.data.forEach((v, i) => {
          const [x, y] = [s.x + (i % s.width) - 3, s.y + Math.floor(i / s.width) + 1];
          const row = (k: number) => at(plane, x, k) * 0.25 + at(plane, x + 1, k) * 0.75;
          expect(v).toBeCloseTo((row(y) + row(y + 1)) / 2, 5);
        });
      }),
    );
  });
});

describe('a relief', () => {
  const r = { x: -4, y: 2, width: 9, height: 7 };
  it('that is level is lit as high as the lamp stands', () => {
    for (const v of relief(
      filled(r, () => 12),
      [0.6, 0, 0.8],
    ).data)
      expect(v).toBeCloseTo(0.8, 6);
  });
  it('has, on a slope, the cosine between its normal and the light; and no light from behind', () => {
    const light = [0.48, -0.6, 0.64] as const;
    for (const [a, b] of [
      [0.5, -1],
      [-1, 0.25],
      [3, 2],
      [9, -9],
    ] as const) {
      const made = relief(
        filled(r, (x, y) => a * x + b * y),
        light,
      );
      const along = -a * light[0] - b * light[1] + light[2];
      const lit = Math.max(0, along / Math.hypot(a, b, 1));
      // Within the edge, where both neighbours are known.
      for (let y = r.y + 1; y < r.y + r.height - 1; y++)
        for (let x = r.x + 1; x < r.x + r.width - 1; x++)
          expect(at(made, x, y)).toBeCloseTo(lit, 5);
    }
  });
});

describe('grain', () => {
  it('hangs on the place alone, whatever part is asked for, and by nothing changes nothing', () => {
    const whole = filled({ x: -8, y: -8, width: 24, height: 24 }, () => 0.5);
    const part = filled({ x: 1, y: -3, width: 7, height: 5 }, () => 0.5);
    const still = filled(part.region, () => 0.5);
    grain(whole, 0.8, 2.5, 11);
    grain(part, 0.8, 2.5, 11);
    grain(still, 0, 2.5, 11);
    part.data.forEach((v, i) =>
      expect(v).toBeCloseTo(at(whole, 1 + (i % 7), -3 + Math.floor(i / 7)), 6),
    );
    expect(new Set(part.data).size).toBeGreaterThan(5);
    expect([...still.data]).toEqual(Array(35).fill(0.5));
  });
});
