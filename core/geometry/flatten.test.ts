import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { path } from '../testing/scenes';
import { traced } from '../testing/traced';
import type { Affine } from './affine';
import {
  apply,
  boxUnder,
  determinant,
  IDENTITY,
  invert,
  meanScale,
  multiply,
  rotation,
  scaling,
  translation,
} from './affine';
import { flatten } from './flatten';
import { corner, pointAt, segments, type Path } from './path';

const n = fc.double({ min: -5, max: 5, noNaN: true });
const map: fc.Arbitrary<Affine> = fc.tuple(n, n, n, n, n, n);

/** The distance from a point to the nearest piece of a polyline. */
function toPieces(points: Float64Array, closed: boolean, x: number, y: number): number {
  const count = points.length / 2;
  let least = count === 1 ? Math.hypot(points[0]! - x, points[1]! - y) : Infinity;
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const j = (i + 1) % count;
    const [ax, ay, bx, by] = [
      points[2 * i]!,
      points[2 * i + 1]!,
      points[2 * j]!,
      points[2 * j + 1]!,
    ];
    const l = (bx - ax) ** 2 + (by - ay) ** 2;
    const t =
      l > 0 ? Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / l)) : 0;
    least = Math.min(least, Math.hypot(ax + t * (bx - ax) - x, ay + t * (by - ay) - y));
  }
  return least;
}

describe('flattening', () => {
  it('of very many anchors leaves out points, and still stays within its tolerance', () => {
    for (const turn of [Infinity, 0.1]) {
      const p = traced(8000, 100, true);
      const line = flatten(p, IDENTITY, { tolerance: 0.05, turn });
      expect(line.at.length).toBeLessThan(5000);
      expect(line.points.length).toBe(2 * line.at.length);
      for (const c of segments(p).filter((_, i) => i % 13 === 0)) {
        const q = pointAt(c, 0.4);
        expect(toPieces(line.points, line.closed, q.x, q.y)).toBeLessThan(0.05);
      }
      // It turns from piece to piece by no more than it may.
      for (let i = 2; i < line.at.length; i++) {
        const [ax, ay, bx, by, cx, cy] = line.points.subarray(2 * i - 4, 2 * i + 2);
        const cross = (bx! - ax!) * (cy! - by!) - (by! - ay!) * (cx! - bx!);
        const dot = (bx! - ax!) * (cx! - bx!) + (by! - ay!) * (cy! - by!);
        expect(Math.abs(Math.atan2(cross, dot))).toBeLessThanOrEqual(turn + 1e-6);
      }
    }
  });

  it('stays within its tolerance of the true curve', () => {
    fc.assert(
      fc.property(path, fc.constantFrom(0.02, 0.1, 1), (p, tolerance) => {
        const line = flatten(p, IDENTITY, { tolerance, turn: Infinity });
        for (const c of segments(p))
          for (let i = 0; i <= 24; i++) {
            const q = pointAt(c, i / 24);
            expect(toPieces(line.points, line.closed, q.x, q.y)).toBeLessThanOrEqual(
              tolerance + 1e-6,
            );
          }
      }),
      { numRuns: 50 },
    );
  });

  it('takes more pieces the finer it is, and turns no more than asked between them', () => {
    const bow: Path = {
      closed: false,
      anchors: [
        { ...corner(0, 0), out: { x: 0, y: 60 } },
        { ...corner(100, 0), in: { x: 0, y: 60 } },
      ],
    };
    const coarse = flatten(bow, IDENTITY, { tolerance: 1, turn: Infinity });
    const fine = flatten(bow, IDENTITY, { tolerance: 1, turn: 0.1 });
    expect(fine.points.length).toBeGreaterThan(coarse.points.length);
    for (let i = 0; i + 5 < fine.points.length; i += 2) {
      const [ax, ay] = [
        fine.points[i + 2]! - fine.points[i]!,
        fine.points[i + 3]! - fine.points[i + 1]!,
      ];
      const [bx, by] = [
        fine.points[i + 4]! - fine.points[i + 2]!,
        fine.points[i + 5]! - fine.points[i + 3]!,
      ];
      expect(Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by))).toBeLessThan(0.2);
    }
  });

  it('drops points that coincide, and does not repeat the first of a closed path', () => {
    const p: Path = {
      closed: true,
      anchors: [corner(0, 0), corner(0, 0), corner(9, 0), corner(9, 9)],
    };
    expect([...flatten(p, IDENTITY, { tolerance: 0.1, turn: Infinity }).points]).toEqual([
      0, 0, 9, 0, 9, 9,
    ]);
    const empty = flatten({ closed: false, anchors: [] }, IDENTITY, { tolerance: 0.1, turn: 1 });
    expect(empty.points.length).toBe(0);
  });
});

describe('affine maps', () => {
  it('compose, and are undone by their inverse', () => {
    fc.assert(
      fc.property(map, map, n, n, (a, b, x, y) => {
        const p = { x, y };
        const [one, two] = [apply(multiply(a, b), p), apply(a, apply(b, p))];
        expect(one.x).toBeCloseTo(two.x, 8);
        expect(one.y).toBeCloseTo(two.y, 8);
        const back = invert(a);
        if (!back || Math.abs(determinant(a)) < 1e-3) return;
        const again = apply(back, apply(a, p));
        expect(again.x).toBeCloseTo(x, 5);
        expect(again.y).toBeCloseTo(y, 5);
      }),
    );
  });
  it('say how much they scale, and flatten nothing unnoticed', () => {
    expect(meanScale(multiply(rotation(1), scaling(4, 9)))).toBeCloseTo(6);
    expect(invert(scaling(0, 1))).toBeNull();
    expect(
      boxUnder(multiply(translation(5, 0), rotation(Math.PI / 2)), { x0: 0, y0: 0, x1: 2, y1: 1 }),
    ).toEqual({
      x0: expect.closeTo(4) as number,
      y0: expect.closeTo(0) as number,
      x1: expect.closeTo(5) as number,
      y1: expect.closeTo(2) as number,
    });
  });
});
