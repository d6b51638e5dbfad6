import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import './load';
import { apply, boxUnder } from '../geometry/affine';
import { colourBuffer, plane } from '../pixels/buffer';
import { POINT, likestPoints, unitBorders } from './likest-point';
import { alone, ensureKernels } from './machine';

const BACK = [0.13, 0.02, -0.015, 0.11, 0.3, -0.2] as const;

describe('the point that a px is nearest to', () => {
  ensureKernels();

  it('is the one of nine that the definition says, for rows of any length', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 41 }),
        fc.integer({ min: 1, max: 9 }),
        fc.nat(1000),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (width, height, seed, counts) => {
          const value = (i: number) => ((i * 7919 + seed * 104_729) % 997) / 997;
          const pixels = colourBuffer({ x: 3, y: -2, width, height });
          pixels.data.forEach((_, i) => (pixels.data[i] = value(i)));
          // Just the units that the px touch, and those about them.
          const box = boxUnder(BACK, { x0: 3, y0: -2, x1: 3 + width, y1: -2 + height });
          const [left, top] = [Math.floor(box.x0) - 1, Math.floor(box.y0) - 1];
          const [wide, high] = [Math.floor(box.x1) + 2 - left, Math.floor(box.y1) + 2 - top];
          const data = new Float32Array(POINT * wide * high);
          for (let n = 0; n < wide * high; n++) {
            const [k, j] = [left + (n % wide), top + Math.floor(n / wide)];
            const own = [0, 1, 2, 3, 4].map((m) => value(POINT * n + m + 31));
            data.set([k + own[0]!, j + own[1]!, own[2]!, own[3]!, own[4]!], POINT * n);
          }
          const points = { data, left, top, wide };
          const made = likestPoints(pixels, BACK, points, counts);
          const single = alone(() => likestPoints(pixels, BACK, points, counts));
          expect(single.column.data).toEqual(made.column.data);
          for (let i = 0; i < width * height; i++) {
            const { x: u, y: v } = apply(BACK, {
              x: 3 + (i % width) + 0.5,
              y: -2 + Math.floor(i / width) + 0.5,
            });
            const farFrom = (k: number, j: number) => {
              const at = POINT * ((j - top) * wide + k - left);
              const colour = [0, 1, 2].reduce(
                (sum, c) => sum + (data[at + 2 + c]! - pixels.data[4 * i + c]!) ** 2,
                0,
              );
              return (data[at]! - u) ** 2 + (data[at + 1]! - v) ** 2 + counts * colour;
            };
            const [cu, cv] = [Math.floor(u), Math.floor(v)];
            let least = Infinity;
            for (let j = cv - 1; j <= cv + 1; j++)
              for (let k = cu - 1; k <= cu + 1; k++) least = Math.min(least, farFrom(k, j));
            // Of two as near either may be taken.
            const [k, j] = [made.column.data[i]!, made.row.data[i]!];
            expect(farFrom(k, j) - least).toBeLessThan(1e-4 * (1 + counts));
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('changes at borders alone', () => {
    const region = { x: 0, y: 0, width: 5, height: 3 };
    const [column, row] = [plane(region), plane(region)];
    column.data.set([0, 0, 1, 1, 1, 0, 0, 1, 1, 1, 0, 0, 1, 1, 1]);
    row.data.set([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1]);
    expect([...unitBorders(column, row).data]).toEqual([
      ...[0, 1, 1, 0, 0],
      ...[0, 1, 1, 0, 1],
      ...[0, 1, 1, 1, 1],
    ]);
  });
});
