import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import './load';
import type { Plane } from '../pixels/buffer';
import { crop, plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Halo } from './halo';
import { haloBlur, haloMargin, haloParts } from './halo';

const over = (side: number): Region => ({
  x: -side,
  y: -side,
  width: 2 * side + 1,
  height: 2 * side + 1,
});
/** One px of light in the middle. */
function spark(): Plane {
  const made = plane({ x: 0, y: 0, width: 1, height: 1 });
  made.data[0] = 1;
  return made;
}
const at = ({ region, data }: Plane, x: number, y: number) =>
  data[(y - region.y) * region.width + x - region.x]!;

const halos: Halo[] = [
  { core: 6, power: 1.5, reach: 300 },
  { core: 3, power: 2, reach: 200 },
  { core: 20, power: 1.3, reach: 400 },
  { core: 40, power: 3, reach: 90 },
];

describe('a halo', () => {
  it('follows its curve within a fifth, from its middle to an eighth of its reach', () => {
    for (const halo of halos) {
      const { core, power, reach } = halo;
      const mix = (r: number) =>
        haloParts(halo).reduce(
          (sum, { sigma, weight }) =>
            sum +
            (weight * Math.exp((-r * r) / (2 * sigma * sigma))) / (2 * Math.PI * sigma * sigma),
          0,
        );
      const curve = (r: number) => (1 + (r / core) ** 2) ** -power;
      // The tail that lies beyond its reach lies within it.
      const share = mix(core) / curve(core);
      for (let r = 0; r < Math.min(reach / 8, 8 * core); r += core / 4)
        expect(Math.abs(mix(r) / curve(r) / share - 1)).toBeLessThan(power > 2 ? 0.4 : 0.2);
    }
  });

  it('keeps the light that is put in to 0.5 %, and falls evenly to all sides, without rings', () => {
    for (const halo of halos) {
      const side = haloMargin(halo) + 2;
      const made = haloBlur(spark(), halo, over(side));
      const sum = made.data.reduce((s, v) => s + v, 0);
      expect(Math.abs(sum - 1)).toBeLessThan(0.005);
      const far = Math.min(side - 2, Math.round(halo.reach));
      const slack = at(made, 0, 0) * 2e-5;
      for (let r = 1; r < far; r++) {
        expect(at(made, r, 0)).toBeLessThanOrEqual(at(made, r - 1, 0) + slack);
        expect(at(made, 0, -r)).toBeLessThanOrEqual(at(made, 0, 1 - r) + slack);
      }
    }
  });

  it('is the mix of its Gaussians, each by its own formula', () => {
    for (const halo of halos) {
      const made = haloBlur(spark(), halo, over(120));
      const exact = (r: number) =>
        haloParts(halo).reduce(
          (sum, { sigma, weight }) =>
            sum +
            (weight * Math.exp((-r * r) / (2 * sigma * sigma))) / (2 * Math.PI * sigma * sigma),
          0,
        );
      const top = exact(0);
      for (const [x, y] of [
        [0, 0],
        [1, 0],
        [3, 4],
        [9, -2],
        [-20, 21],
        [60, 3],
        [-90, -70],
      ] as const)
        expect(Math.abs(at(made, x, y) - exact(Math.hypot(x, y))) / top).toBeLessThan(0.02);
    }
  });

  it('of which a part is the same crop of the whole, to the last bit', () => {
    const source = plane({ x: -7, y: 3, width: 33, height: 20 });
    source.data.forEach((_, i) => (source.data[i] = (i * 37) % 11));
    const part = fc.record({
      x: fc.integer({ min: -150, max: 100 }),
      y: fc.integer({ min: -150, max: 100 }),
      width: fc.integer({ min: 1, max: 90 }),
      height: fc.integer({ min: 1, max: 90 }),
    });
    for (const halo of halos.slice(0, 3)) {
      const whole = haloBlur(source, halo, over(250));
      fc.assert(
        fc.property(part, (region) => {
          const own = crop(haloBlur(source, halo, region), region).data;
          const same = crop(whole, region).data;
          expect(own.findIndex((v, i) => v !== same[i])).toBe(-1);
        }),
        { numRuns: 40 },
      );
    }
  });
});
