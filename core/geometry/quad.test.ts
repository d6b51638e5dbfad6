import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from './affine';
import { translation } from './affine';
import { compose, inverseOf, project, projective } from './homography';
import type { Quad } from './quad';
import { boxToQuad, isConvex, quadOf, withCorner } from './quad';

const box = { x0: -30, y0: 10, x1: 170, y1: 130 };
const off = fc.record({
  x: fc.double({ min: -45, max: 45, noNaN: true }),
  y: fc.double({ min: -25, max: 25, noNaN: true }),
});
const quad = fc
  .tuple(off, off, off, off)
  .map(
    (by) =>
      quadOf(box).map((p, i) => ({ x: p.x + by[i]!.x, y: p.y + by[i]!.y })) as unknown as Quad,
  );

describe('four free corners', () => {
  it('take the corners of a box to themselves within a hundredth of a px', () => {
    fc.assert(
      fc.property(quad.filter(isConvex), (to) => {
        const map = boxToQuad(box, to)!;
        quadOf(box).forEach((p, i) => {
          const at = project(map, p)!;
          expect(Math.hypot(at.x - to[i]!.x, at.y - to[i]!.y)).toBeLessThan(0.01);
        });
      }),
    );
  });

  it('keep straight lines straight, and where the diagonals cross', () => {
    fc.assert(
      fc.property(quad.filter(isConvex), (to) => {
        const map = boxToQuad(box, to)!;
        const middle = project(map, { x: 70, y: 70 })!;
        const side = (a: Point, b: Point, p: Point) =>
          ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) /
          Math.hypot(b.x - a.x, b.y - a.y);
        expect(side(to[0], to[2], middle)).toBeCloseTo(0, 5);
        expect(side(to[1], to[3], middle)).toBeCloseTo(0, 5);
      }),
    );
  });

  it('lead back by the inverse, wherever they are moved, before the horizon on both sides', () => {
    const far = fc.integer({ min: -2000, max: 2000 });
    fc.assert(
      fc.property(quad.filter(isConvex), far, far, (to, x, y) => {
        const map = compose(projective(translation(x, y)), boxToQuad(box, to)!);
        const back = inverseOf(map)!;
        for (const p of [...quadOf(box), { x: 70, y: 70 }]) {
          const there = project(map, p)!;
          const again = project(back, there)!;
          expect(again).not.toBeNull();
          expect(Math.hypot(again.x - p.x, again.y - p.y)).toBeLessThan(1e-4);
        }
      }),
    );
  });

  it('that cross, fall on a line or into one point are refused', () => {
    const [a, b, c, d] = quadOf(box);
    expect(boxToQuad(box, [b, a, c, d])).toBeNull();
    expect(boxToQuad(box, [a, b, { x: 70, y: 20 }, d])).toBeNull();
    expect(boxToQuad(box, [a, { x: 70, y: 10 }, { x: 170, y: 10 }, d])).toBeNull();
    expect(boxToQuad(box, [a, a, c, d])).toBeNull();
    expect(boxToQuad({ ...box, x1: box.x0 }, quadOf(box))).toBeNull();
  });

  it('in perspective move a neighbour as far the other way, along or down', () => {
    const q = quadOf(box);
    const along = withCorner(q, 0, { x: q[0].x + 20, y: q[0].y + 3 }, true);
    expect(along.map((p, i) => [p.x - q[i]!.x, p.y - q[i]!.y])).toEqual([
      [20, 0],
      [-20, 0],
      [0, 0],
      [0, 0],
    ]);
    const down = withCorner(q, 2, { x: q[2].x, y: q[2].y + 12 }, true);
    expect(down.map((p, i) => [p.x - q[i]!.x, p.y - q[i]!.y])).toEqual([
      [0, 0],
      [0, -12],
      [0, 12],
      [0, 0],
    ]);
  });
});
