import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crop } from '../pixels/buffer';
import { coverage } from '../kernels/coverage';
import { stroked } from '../sources/stroke';
import { traced } from '../testing/traced';
import type { Affine } from './affine';
import { boxUnder, rotation, scaling } from './affine';
import { blocksOf, isDense, pathBox, pathDifference, runsNear } from './blocks';
import type { Path } from './path';
import { corner, curveBox } from './path';
import { strandsOf } from './strand';

const fineness = { tolerance: 0.02, turn: 0.2, rounded: true };
const maps: Affine[] = [scaling(1), scaling(0.4), rotation(0.7)];

/** The path with one anchor moved. */
const moved = (path: Path, at: number, by: number): Path => ({
  ...path,
  anchors: path.anchors.map((a, i) => (i === at ? { ...a, x: a.x + by } : a)),
});

describe('a path of very many anchors', () => {
  const path = traced(2000, 100, true);

  it('has the box of its curve, open or closed', () => {
    for (const closed of [true, false])
      expect(pathBox({ ...path, closed })).toEqual(curveBox({ ...path, closed }));
  });

  it('keeps the pieces of blocks whose anchors have not changed', () => {
    const before = blocksOf(path).map((b) => b.pieces(scaling(2), fineness));
    const after = blocksOf(moved(path, 700, 3)).map((b) => b.pieces(scaling(2), fineness));
    const other = after.flatMap((p, i) => (p === before[i] ? [] : [i]));
    expect(other).toEqual([Math.floor(700 / 64)]);
  });

  it('near a box is drawn as the whole of it is, caps and seams included', () => {
    const half = 6;
    fc.assert(
      fc.property(
        fc.constantFrom(...maps),
        fc.integer({ min: -130, max: 90 }),
        fc.integer({ min: -130, max: 90 }),
        fc.boolean(),
        (map, x, y, closed) => {
          const own = { ...path, closed };
          const within = { x, y, width: 40, height: 40 };
          const near = {
            x0: x - half - 2,
            y0: y - half - 2,
            x1: x + 42 + half,
            y1: y + 42 + half,
          };
          const drawn = (box?: typeof near) =>
            crop(
              coverage(
                stroked(strandsOf([own], map, fineness, box), half, 'flat', 'round'),
                'nonzero',
                within,
              ),
              within,
            ).data;
          const whole = drawn();
          // Rows that fewer edges touch are swept more exactly.
          expect(drawn(near).every((v, i) => Math.abs(v - whole[i]!) < 0.03)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is left out where it does not come near, and whole where it all does', () => {
    const far = { x0: 5000, y0: 0, x1: 5100, y1: 100 };
    expect(strandsOf([path], scaling(1), fineness, far)).toEqual([]);
    const all = { x0: -1e4, y0: -1e4, x1: 1e4, y1: 1e4 };
    expect(strandsOf([path], scaling(1), fineness, all)).toEqual(
      strandsOf([path], scaling(1), fineness),
    );
    const corner = boxUnder(scaling(1), { x0: 100, y0: -20, x1: 140, y1: 20 });
    const runs = runsNear(path, scaling(1), corner);
    // The beginning and the end of the closed path lie there: they are one run.
    expect(runs.length).toBe(1);
    expect(runs[0]!.some((b) => b.from === 0)).toBe(true);
    expect(runs[0]![0]!.from).toBeGreaterThan(1000);
  });
});

describe('the difference of two paths', () => {
  it('holds all of both curves in which they differ, and little more', () => {
    const few: Path = { closed: false, anchors: [0, 1, 2, 3, 4, 5].map((i) => corner(i * 10, 0)) };
    for (const path of [few, traced(1500, 100, true)]) {
      const at = isDense(path) ? 640 : 3;
      const after = moved(path, at, 5);
      const box = pathDifference(path, after);
      expect(box).not.toBeNull();
      if (box === null || box === 'nowhere') continue;
      for (const p of [path, after])
        for (const a of p.anchors.slice(at - 1, at + 2)) {
          expect(a.x).toBeGreaterThanOrEqual(box.x0);
          expect(a.x).toBeLessThanOrEqual(box.x1);
        }
      const whole = curveBox(path)!;
      expect(box.x1 - box.x0).toBeLessThan(0.6 * (whole.x1 - whole.x0));
    }
  });

  it('is nowhere for the same anchors, and not known for paths of other lengths', () => {
    const p = traced(400, 50, false);
    expect(pathDifference(p, { ...p, anchors: [...p.anchors] })).toBe('nowhere');
    expect(pathDifference(p, { ...p, anchors: p.anchors.slice(1) })).toBeNull();
    expect(pathDifference(p, { ...p, closed: true })).toBeNull();
  });
});
