import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { coverage } from '../kernels/coverage';
import { IDENTITY } from './affine';
import { boxBetween, boxPath, ovalPath } from './box-paths';
import { flatten } from './flatten';
import { curveBox } from './path';
import { steadied } from './steady';

const side = fc.integer({ min: -80, max: 80 });
const point = fc.record({ x: side, y: side });
/** The area within a path, px². */
const areaOf = (path: ReturnType<typeof boxPath>) => {
  const { points } = flatten(path, IDENTITY, { tolerance: 0.01, turn: Infinity });
  const region = { x: -100, y: -100, width: 300, height: 300 };
  return coverage([points], 'nonzero', region).data.reduce((sum, v) => sum + v, 0);
};

describe('a box and an oval as paths', () => {
  it('touch all four sides of their box, and have its area and an ellipse’s', () => {
    fc.assert(
      fc.property(point, point, (a, b) => {
        const box = boxBetween(a, b);
        const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
        fc.pre(w > 2 && h > 2);
        for (const path of [boxPath(box), ovalPath(box)]) {
          const own = curveBox(path)!;
          expect(own.x0).toBeCloseTo(box.x0, 6);
          expect(own.y0).toBeCloseTo(box.y0, 6);
          expect(own.x1).toBeCloseTo(box.x1, 6);
          expect(own.y1).toBeCloseTo(box.y1, 6);
        }
        expect(areaOf(boxPath(box)) / (w * h)).toBeCloseTo(1, 4);
        expect(areaOf(ovalPath(box)) / ((Math.PI * w * h) / 4)).toBeCloseTo(1, 2);
      }),
      { numRuns: 30 },
    );
  });
});

describe('a box between two corners', () => {
  it('holds both, in whichever order, and is square on demand, from where it began', () => {
    fc.assert(
      fc.property(point, point, (a, b) => {
        expect(boxBetween(a, b)).toEqual(boxBetween(b, a));
        const box = boxBetween(a, b, true);
        const longer = Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y));
        expect([box.x1 - box.x0, box.y1 - box.y0]).toEqual([longer, longer]);
        expect([box.x0, box.x1]).toContain(a.x);
        expect([box.y0, box.y1]).toContain(a.y);
      }),
    );
  });
});

describe('an unsteady hand', () => {
  it('is followed exactly by nothing behind, and never left by more than it moved', () => {
    const way = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 20 },
    ];
    const exact = steadied(0);
    expect(way.map((p) => exact(p))).toEqual(way);
    const half = steadied(0.5);
    expect(way.map((p) => half(p))).toEqual([
      { x: 0, y: 0 },
      { x: 5, y: 0 },
      { x: 7.5, y: 10 },
    ]);
  });
  it('that shakes about a line is followed more evenly', () => {
    const behind = steadied(0.8);
    const made = Array.from({ length: 60 }, (_, i) => behind({ x: i, y: i % 2 ? 3 : -3 }));
    const shake = made.slice(20).map((p) => Math.abs(p.y));
    expect(Math.max(...shake)).toBeLessThan(1);
    expect(made.at(-1)!.x).toBeGreaterThan(50);
  });
});
