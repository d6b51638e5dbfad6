import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Run } from '../definitions/source';
import { lengthsOf, type Strand } from '../geometry/strand';
import { withoutGaps } from '../geometry/dash';
import { runsBetweenGaps } from './line-shape';

/** A strand of 100 px: a square if it is closed, three sides and a bit of it if not. */
const strand = (closed: boolean): Strand => ({
  ...{ closed, strength: 1 },
  points: Float64Array.from([0, 0, 25, 0, 25, 25, 0, 25, ...(closed ? [] : [0, 0])]),
  width: new Float64Array(closed ? 4 : 5).fill(1),
});

describe('the runs of what gaps leave', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const gap = fc.record({ at: share, size: fc.integer({ min: 1, max: 20 }) });
  const gaps = fc.array(gap, { maxLength: 3 });
  it('fill each piece from end to end, and are behind where the whole is', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        gaps,
        fc.array(share, { minLength: 1, maxLength: 4 }),
        (closed, some, cuts) => {
          const own = strand(closed);
          const ends = [0, ...cuts.sort((a, b) => a - b), 1];
          const runs = ends
            .slice(1)
            .map((to, i): Run => ({ strand: 1, from: ends[i]!, to, behind: i % 2 === 1 }));
          const first: Run = { strand: 0, from: 0, to: 1, behind: true };
          const made = runsBetweenGaps(
            [strand(false), own],
            some.map((g) => ({ ...g, strand: 1 })),
            1,
            [first, ...runs],
          );
          expect(made[0]).toEqual(first);
          const pieces = withoutGaps(own, some);
          pieces.forEach((piece, k) => {
            const of = made.filter((r) => r.strand === k + 1);
            const long = lengthsOf(piece).at(-1)!;
            if (long < 0.1) return;
            const [x, y] = piece.points;
            // Where on the square the piece begins.
            const start =
              y === 0 && x! < 25 ? x! : x === 25 ? 25 + y! : y === 25 ? 75 - x! : 100 - y!;
            expect(of.reduce((sum, r) => sum + r.to - r.from, 0)).toBeCloseTo(1, 6);
            for (const r of of) {
              const middle = ((start + ((r.from + r.to) / 2) * long) / 100) % 1;
              const there = runs.find((w) => middle >= w.from && middle <= w.to)!;
              expect(r.behind).toBe(there.behind);
            }
          });
        },
      ),
    );
  });
});
