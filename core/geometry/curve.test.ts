import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CurvePoints } from './curve';
import { curveAt, curveTable } from './curve';

const points: fc.Arbitrary<CurvePoints> = fc
  .uniqueArray(fc.tuple(fc.integer({ min: 0, max: 100 }), fc.integer({ min: -100, max: 100 })), {
    minLength: 1,
    maxLength: 8,
    selector: ([x]) => x,
  })
  .map((all) =>
    all.sort((a, b) => a[0] - b[0]).map(([x, y]) => [x / 100, y / 100] as [number, number]),
  );

describe('a curve through points', () => {
  it('goes through each of them, and on level beyond', () => {
    fc.assert(
      fc.property(points, (p) => {
        for (const [x, y] of p) expect(curveAt(p, x)).toBeCloseTo(y, 9);
        expect(curveAt(p, -1)).toBe(p[0]![1]);
        expect(curveAt(p, 2)).toBe(p.at(-1)![1]);
      }),
    );
  });
  it('has neither steps nor kinks', () => {
    fc.assert(
      fc.property(points, (p) => {
        for (const [x] of p.slice(1, -1)) {
          const e = 1e-8;
          const [before, after] = [
            (curveAt(p, x) - curveAt(p, x - e)) / e,
            (curveAt(p, x + e) - curveAt(p, x)) / e,
          ];
          expect(Math.abs(after - before)).toBeLessThan(0.002 * (1 + Math.abs(before)));
        }
      }),
    );
  });
  it('is straight through points on a straight line', () => {
    const p: CurvePoints = [
      [0, -1],
      [0.3, -0.4],
      [0.8, 0.6],
      [1, 1],
    ];
    for (let x = 0; x <= 1; x += 0.05) expect(curveAt(p, x)).toBeCloseTo(2 * x - 1, 9);
  });
  it('is the same as a table, within 0–1', () => {
    const turning = fc
      .tuple(points, fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }))
      .map(([p, turns]) =>
        p.map(([x, y], i): CurvePoints[number] => (turns[i] ? [x, y, 'corner'] : [x, y])),
      );
    fc.assert(
      fc.property(turning, fc.integer({ min: 2, max: 1025 }), (p, size) => {
        const each = Array.from({ length: size }, (_, i) => curveAt(p, i / (size - 1)));
        const bounded = each.map((y) => Math.max(0, Math.min(1, y)));
        expect(curveTable(p, size)).toEqual(Float32Array.from(bounded));
      }),
    );
    expect([...curveTable([], 3)]).toEqual([0, 0, 0]);
  });
  it('is nought without points', () => expect(curveAt([], 0.5)).toBe(0));
});
