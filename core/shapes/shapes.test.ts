import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyValues } from '../testing/any-values';
import { defaultsOf } from '../definitions/parameter-values';
import { flatten } from '../geometry/flatten';
import { IDENTITY } from '../geometry/affine';
import { curveBox } from '../geometry/path';
import { shapeOfKind, shapes } from './index';

const fine = { tolerance: 0.01, turn: Infinity };
const pathsOf = (kind: string, values: Record<string, unknown> = {}) => {
  const s = shapeOfKind(kind);
  return s.paths({ ...defaultsOf(s.parameters), ...values } as never);
};
const points = (kind: string, values: Record<string, unknown> = {}) =>
  pathsOf(kind, values).flatMap((p) => {
    const { points } = flatten(p, IDENTITY, fine);
    return Array.from(
      { length: points.length / 2 },
      (_, i) => [points[2 * i]!, points[2 * i + 1]!] as const,
    );
  });

for (const shape of shapes)
  it(`${shape.label} has finite anchors for any values within their ranges`, () => {
    fc.assert(
      fc.property(anyValues(shape.parameters), (v) => {
        const paths = shape.paths(v as never);
        expect(paths.length).toBeGreaterThan(0);
        for (const { anchors } of paths) {
          expect(anchors.length).toBeGreaterThan(1);
          expect(anchors.length).toBeLessThan(2000);
          for (const a of anchors)
            for (const n of [a.x, a.y, a.in.x, a.in.y, a.out.x, a.out.y])
              expect(Number.isFinite(n)).toBe(true);
        }
      }),
      { numRuns: 50 },
    );
  });

describe('ready shapes', () => {
  it('circles are round within a few thousandths', () => {
    for (const [x, y] of points('ellipse', { width: 200, height: 200 }))
      expect(Math.hypot(x, y)).toBeCloseTo(100, 1);
    for (const [x, y] of points('arc', { radius: 80, from: 20, sweep: 200 }))
      expect(Math.hypot(x, y)).toBeCloseTo(80, 1);
    const radii = points('ring', { radius: 100, inner: 60 }).map(([x, y]) => Math.hypot(x, y));
    expect(Math.max(...radii)).toBeCloseTo(100, 1);
    expect(Math.min(...radii)).toBeCloseTo(60, 1);
  });
  it('a rectangle has its size, and corners of its radius', () => {
    const [path] = pathsOf('rectangle', { width: 200, height: 100, corner: 30 });
    expect(curveBox(path!)).toMatchObject({ x0: -100, y0: -50, x1: 100, y1: 50 });
    for (const [x, y] of points('rectangle', { width: 200, height: 100, corner: 30 })) {
      const [u, v] = [Math.abs(x) - 70, Math.abs(y) - 20];
      if (u > 0 && v > 0) expect(Math.hypot(u, v)).toBeCloseTo(30, 0);
    }
    expect(pathsOf('rectangle', { corner: 0 })[0]!.anchors).toHaveLength(4);
  });
  it('a spiral keeps to r = a + b·φ, and rises evenly', () => {
    const values = { turns: 2, inner: 20, outer: 120, rise: 0, flat: 100 };
    for (const [x, y] of points('spiral', values)) {
      const r = Math.hypot(x, y);
      const phi = Math.atan2(y, x);
      // The angle is known but for whole turns.
      const turns = ((r - 20) / 100) * 2 * 2 * Math.PI - phi;
      const whole = Math.round(turns / (2 * Math.PI));
      expect(Math.abs(turns - whole * 2 * Math.PI)).toBeLessThan(0.02);
    }
  });
  it('a sine wave is a sine', () => {
    for (const [x, y] of points('wave', { length: 600, height: 100, waves: 3 }))
      expect(Math.abs(y - 50 * Math.cos(((x + 300) / 200) * 2 * Math.PI))).toBeLessThan(1);
  });
  it('names the shapes there are when asked for another', () => {
    expect(() => shapeOfKind('blob')).toThrow(/no shape "blob"; there are beam/);
  });
});
