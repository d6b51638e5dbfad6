import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { GlossCurve } from './gloss';
import { bentGloss, glossEdge, glossPlane } from './gloss';

const box = { x0: 10, y0: 20, x1: 90, y1: 80 };
const region = { x: 10, y: 20, width: 80, height: 60 };
const share = fc.integer({ min: -60, max: 60 });
const curve: fc.Arbitrary<GlossCurve> = fc.record({
  level: share,
  tilt: share,
  bend: share,
  wave: fc.integer({ min: 0, max: 30 }),
  waves: fc.constantFrom(0.5, 2, 5),
});
const rest = { kind: 'curve', fades: 'not', size: 40, towards: 0 };
/** A px, by its number, as a place in the box: −1 to 1 both ways. */
const placeOf = (i: number) => ({
  u: ((i % region.width) + 0.5) / 40 - 1,
  v: (Math.floor(i / region.width) + 0.5) / 30 - 1,
});

describe('a reflection bounded by a curve', () => {
  it('is full above the curve and nothing beneath it', () => {
    fc.assert(
      fc.property(curve, (c) => {
        const { data } = glossPlane({ ...c, ...rest }, box, region);
        const wrong = data.findIndex((light, i) => {
          const { u, v } = placeOf(i);
          const above = (glossEdge(c, u) - v) * 30;
          // Farther off (px) than any of these slopes can soften it.
          if (Math.abs(above) > 3 && light !== (above > 0 ? 1 : 0)) return true;
          return Math.abs(above) > 1e-3 && light > 0.5 !== above > 0;
        });
        expect(wrong).toBe(-1);
      }),
      { numRuns: 30 },
    );
  });
  it('fades downward from 1 at the top to 0 at the curve, and upward the other way', () => {
    const flat = { level: 40, tilt: 0, bend: 0, wave: 0, waves: 2 };
    const down = glossPlane({ ...flat, ...rest, fades: 'down' }, box, region).data;
    const up = glossPlane({ ...flat, ...rest, fades: 'up' }, box, region).data;
    down.forEach((light, i) => {
      const { v } = placeOf(i);
      const way = (v + 1) / 1.4;
      if (way > 0.95) return;
      expect(light).toBeCloseTo(1 - way, 4);
      expect(up[i]).toBeCloseTo(way, 4);
    });
  });
});

describe('the curve pulled', () => {
  it('by an end goes there, while its middle and its other end stay', () => {
    fc.assert(
      fc.property(
        curve,
        fc.constantFrom<-1 | 1>(-1, 1),
        fc.integer({ min: -90, max: 90 }),
        (c, end, to) => {
          const still = { ...c, wave: 0 };
          const made = { ...still, ...bentGloss(still, end, to / 100) };
          // Whole % of tilt and bend: an end may miss by one.
          expect(Math.abs(glossEdge(made, end) - to / 100)).toBeLessThanOrEqual(0.0101);
          expect(Math.abs(glossEdge(made, -end) - glossEdge(still, -end))).toBeLessThanOrEqual(
            0.0101,
          );
          expect(glossEdge(made, 0)).toBe(glossEdge(still, 0));
        },
      ),
    );
  });
  it('by its middle moves as a whole, and stays within its bounds', () => {
    const c = { level: 10, tilt: 5, bend: 30, wave: 0, waves: 2 };
    expect(bentGloss(c, 0, 0.256)).toEqual({ level: 26 });
    expect(bentGloss(c, 0, -9)).toEqual({ level: -200 });
  });
});
