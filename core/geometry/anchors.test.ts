import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { path } from '../testing/scenes';
import { IDENTITY, about, apply, rotation, scaling } from './affine';
import type { AnchorPlace } from './anchors';
import {
  alignAnchors,
  anchorNear,
  anchorNormal,
  anchorsBox,
  anchorsIn,
  dissolveAnchors,
  mapAnchors,
  segmentNear,
} from './anchors';
import { setHandle, turnAnchor } from './edit-path';
import type { Path } from './path';
import { corner, pointAt, segments } from './path';

const line: Path = { closed: false, anchors: [corner(0, 0), corner(10, 4), corner(20, -6)] };
const other: Path = { closed: true, anchors: [corner(5, 5), corner(6, 5), corner(6, 9)] };
const paths = [line, other];
const all = (some: readonly Path[]): AnchorPlace[] =>
  some.flatMap((p, i) => p.anchors.map((_, index) => ({ path: i, index })));

describe('several anchors', () => {
  it('are found in a box, and the nearest to a point, under a map', () => {
    expect(anchorsIn(paths, [2, 0, 0, 2, 1, 0], { x0: 10, y0: 7, x1: 22, y1: 11 })).toEqual([
      { path: 0, index: 1 },
      { path: 1, index: 0 },
      { path: 1, index: 1 },
    ]);
    expect(anchorNear(paths, IDENTITY, { x: 6.2, y: 5.1 }, 3)).toEqual({ path: 1, index: 1 });
    expect(anchorNear(paths, IDENTITY, { x: 60, y: 50 }, 3)).toBeNull();
  });

  it('lie on segments, of which the nearest is found', () => {
    expect(segmentNear(paths, { x: 5, y: 3 }, 4)).toMatchObject({ path: 0, segment: 0 });
    const near = segmentNear(paths, { x: 6.3, y: 7 }, 4)!;
    expect(near).toMatchObject({ path: 1, segment: 1 });
    expect(near.t).toBeCloseTo(0.5, 2);
    expect(segmentNear(paths, { x: 60, y: 70 }, 4)).toBeNull();
  });

  it('have a way beside the line, at ends and corners too', () => {
    const square: Path = {
      closed: true,
      anchors: [corner(0, 0), corner(10, 0), corner(10, 10), corner(0, 10)],
    };
    expect(anchorNormal({ ...square, closed: false }, 0)).toEqual({ x: 0, y: 1 });
    const diagonal = anchorNormal(square, 1);
    expect(diagonal.x).toBeCloseTo(-Math.SQRT1_2, 9);
    expect(diagonal.y).toBeCloseTo(Math.SQRT1_2, 9);
    fc.assert(
      fc.property(path, (p) => {
        p.anchors.forEach((_, i) => {
          const { x, y } = anchorNormal(p, i);
          expect(Math.hypot(x, y) < 1e-9 || Math.abs(Math.hypot(x, y) - 1) < 1e-9).toBe(true);
        });
      }),
    );
  });

  it('are lined up on an edge or the middle of their box', () => {
    const chosen = [
      { path: 0, index: 1 },
      { path: 0, index: 2 },
      { path: 1, index: 2 },
    ];
    const xs = (p: readonly Path[]) => chosen.map((c) => p[c.path]!.anchors[c.index]!.x);
    const ys = (p: readonly Path[]) => chosen.map((c) => p[c.path]!.anchors[c.index]!.y);
    expect(xs(alignAnchors(paths, chosen, 'left'))).toEqual([6, 6, 6]);
    expect(xs(alignAnchors(paths, chosen, 'middle'))).toEqual([13, 13, 13]);
    expect(ys(alignAnchors(paths, chosen, 'bottom'))).toEqual([9, 9, 9]);
    expect(alignAnchors(paths, chosen, 'top')[0]!.anchors[0]).toEqual(line.anchors[0]);
  });

  it('under a map carry the whole curve with them', () => {
    fc.assert(
      fc.property(
        path,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (p, angle, k) => {
          const still = { x: 12, y: -7 };
          for (const map of [about(still, rotation(angle)), about(still, scaling(k, 2 * k))]) {
            const [moved] = mapAnchors([p], all([p]), map);
            segments(p).forEach((c, i) => {
              const [a, b] = [apply(map, pointAt(c, 0.3)), pointAt(segments(moved!)[i]!, 0.3)];
              expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-9);
            });
            // What it turns or scales about stays.
            const there = apply(map, still);
            expect(Math.hypot(there.x - still.x, there.y - still.y)).toBeLessThan(1e-9);
          }
        },
      ),
    );
  });

  it('leave their paths, and a path without any is gone', () => {
    expect(dissolveAnchors(paths, [{ path: 0, index: 1 }])[0]!.anchors).toHaveLength(2);
    expect(dissolveAnchors(paths, all([line]))).toEqual([other]);
    expect(anchorsBox(paths, [])).toBeNull();
  });
});

describe('a symmetrical anchor', () => {
  it('keeps its handles opposite and alike, whichever is pulled', () => {
    const path = { ...line, anchors: turnAnchor(line, 1, 'symmetrical').anchors };
    const made = path.anchors[1]!;
    expect(Math.hypot(made.in.x, made.in.y)).toBeCloseTo(Math.hypot(made.out.x, made.out.y), 9);
    expect(made.in.x).toBeCloseTo(-made.out.x, 9);
    const pulled = setHandle(path, 1, 'in', { x: -7, y: 2 }).anchors[1]!;
    expect(pulled.out).toEqual({ x: 7, y: -2 });
    expect(turnAnchor(path, 1, 'corner').anchors[1]).toEqual(corner(10, 4));
  });
});
