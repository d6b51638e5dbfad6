import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { path } from '../testing/scenes';
import {
  bendSegment,
  closePath,
  cutPath,
  dissolveAnchor,
  holdAngle,
  insertAnchor,
  joinPaths,
  moveAnchor,
  nearestOn,
  removeAnchor,
  reversePath,
  setHandle,
  simplifyPath,
  turnAnchor,
} from './edit-path';
import { corner, curveBox, pointAt, segment, segmentCount, segments, type Path } from './path';

const t = fc.double({ min: 0.05, max: 0.95, noNaN: true });
const withSegment = path.chain((p) => fc.tuple(fc.constant(p), fc.nat(segmentCount(p) - 1), t));

/** Points along a path, evenly in parameter. */
const along = (p: Path) =>
  segments(p).flatMap((c) => [0, 0.2, 0.4, 0.6, 0.8, 1].map((u) => pointAt(c, u)));

describe('path edits', () => {
  it('insert an anchor without changing the curve', () => {
    fc.assert(
      fc.property(withSegment, ([p, i, at]) => {
        const q = insertAnchor(p, i, at);
        expect(q.anchors.length).toBe(p.anchors.length + 1);
        const [before, left, right] = [segment(p, i), segment(q, i), segment(q, i + 1)];
        for (const u of [0.1, 0.5, 0.9]) {
          for (const [half, v] of [
            [left, at * u],
            [right, at + (1 - at) * u],
          ] as const) {
            const a = pointAt(half, u);
            const b = pointAt(before, v);
            expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-6);
          }
        }
      }),
    );
  });

  it('find the nearest place on the path', () => {
    fc.assert(
      fc.property(
        path,
        fc.integer({ min: -20, max: 120 }),
        fc.integer({ min: -20, max: 120 }),
        (p, x, y) => {
          const found = nearestOn(p, { x, y })!;
          const least = Math.min(...along(p).map((q) => Math.hypot(q.x - x, q.y - y)));
          expect(found.distance).toBeLessThanOrEqual(least + 0.5);
        },
      ),
    );
  });

  it('bend a segment so that the grabbed place follows the pointer', () => {
    fc.assert(
      fc.property(
        withSegment,
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: -40, max: 40 }),
        ([p, i, at], dx, dy) => {
          const before = pointAt(segment(p, i), at);
          const straight = segments(p)[i]!;
          const q = bendSegment(p, i, at, dx, dy);
          const after = pointAt(segment(q, i), at);
          // A straight segment is first given handles at its thirds, which moves points along it.
          const handled =
            straight[0].x !== straight[1].x ||
            straight[0].y !== straight[1].y ||
            straight[2].x !== straight[3].x ||
            straight[2].y !== straight[3].y;
          if (handled) {
            expect(after.x - before.x).toBeCloseTo(dx, 6);
            expect(after.y - before.y).toBeCloseTo(dy, 6);
          }
          expect(q.anchors.map((a) => [a.x, a.y])).toEqual(p.anchors.map((a) => [a.x, a.y]));
        },
      ),
    );
  });

  it('keep the handles of a smooth anchor on one line', () => {
    const p: Path = {
      closed: false,
      anchors: [
        corner(0, 0),
        { ...corner(10, 0), kind: 'smooth', in: { x: -4, y: 0 }, out: { x: 6, y: 0 } },
      ],
    };
    const q = setHandle(p, 1, 'out', { x: 0, y: 8 });
    expect(q.anchors[1]!.in.x).toBeCloseTo(0);
    expect(q.anchors[1]!.in.y).toBeCloseTo(-4);
  });

  it('turn a corner smooth and back', () => {
    const p: Path = { closed: false, anchors: [corner(0, 0), corner(30, 30), corner(60, 0)] };
    const q = turnAnchor(p, 1, 'smooth');
    expect(q.anchors[1]!.kind).toBe('smooth');
    expect(q.anchors[1]!.out).toEqual({
      x: expect.closeTo(Math.hypot(30, 30) / 3) as number,
      y: 0,
    });
    expect(turnAnchor(q, 1, 'corner')).toEqual(p);
  });

  it('remove anchors down to none, opening what can hold no inside', () => {
    let p: Path = { closed: true, anchors: [corner(0, 0), corner(9, 0), corner(9, 9)] };
    p = removeAnchor(p, 0);
    expect(p.closed).toBe(false);
    p = removeAnchor(removeAnchor(p, 0), 0);
    expect(p.anchors).toEqual([]);
    expect(curveBox(p)).toBeNull();
  });

  it('close only what has an inside', () => {
    expect(closePath({ closed: false, anchors: [corner(0, 0), corner(9, 0)] }).closed).toBe(false);
    expect(
      closePath({ closed: false, anchors: [corner(0, 0), corner(9, 0), corner(3, 3)] }).closed,
    ).toBe(true);
  });

  it('hold a segment to 15° and keep its length', () => {
    fc.assert(
      fc.property(fc.integer({ min: -90, max: 90 }), fc.integer({ min: 1, max: 90 }), (x, y) => {
        const p = holdAngle({ x: 0, y: 0 }, { x, y });
        const turn = (Math.atan2(p.y, p.x) * 180) / Math.PI / 15;
        expect(Math.abs(turn - Math.round(turn))).toBeLessThan(1e-9);
        expect(Math.hypot(p.x, p.y)).toBeCloseTo(Math.hypot(x, y), 9);
      }),
    );
  });

  it('leave the path they were given alone', () => {
    const p: Path = { closed: true, anchors: [corner(0, 0), corner(30, 0), corner(30, 30)] };
    const before = JSON.stringify(p);
    moveAnchor(p, 0, { x: 5, y: 5 });
    insertAnchor(p, 1, 0.5);
    bendSegment(p, 2, 0.5, 9, 9);
    turnAnchor(p, 1, 'smooth');
    expect(JSON.stringify(p)).toBe(before);
  });
});

describe('the box of a curve', () => {
  it('holds every point and touches the curve on each side', () => {
    fc.assert(
      fc.property(path, (p) => {
        const box = curveBox(p)!;
        const points = segments(p).flatMap((c) =>
          Array.from({ length: 101 }, (_, i) => pointAt(c, i / 100)),
        );
        const least = Math.min(...points.map((q) => q.x));
        const most = Math.max(...points.map((q) => q.y));
        expect(box.x0).toBeLessThanOrEqual(least + 1e-9);
        expect(box.y1).toBeGreaterThanOrEqual(most - 1e-9);
        expect(least - box.x0).toBeLessThan(0.3);
        expect(box.y1 - most).toBeLessThan(0.3);
      }),
    );
  });
});

describe('paths taken apart and put together', () => {
  const open = path.map((p) => ({ ...p, closed: false }));
  it('reversed run the other way along the same curve', () => {
    fc.assert(
      fc.property(path, (p) => {
        expect(reversePath(reversePath(p))).toEqual(p);
        const there = along({ ...p, closed: false });
        const back = along(reversePath({ ...p, closed: false })).toReversed();
        there.forEach((q, i) => {
          expect(q.x).toBeCloseTo(back[i]!.x, 6);
          expect(q.y).toBeCloseTo(back[i]!.y, 6);
        });
      }),
    );
  });

  it('cut at an anchor keep their curve, and joined again are what they were but for that corner', () => {
    fc.assert(
      fc.property(
        open.filter((p) => p.anchors.length > 2),
        (p) => {
          const [a, b] = cutPath(p, 1);
          expect([...along(a!), ...along(b!)]).toEqual(along(p));
          const joined = joinPaths(a!, b!);
          expect(joined.anchors.length).toBe(p.anchors.length);
          expect(along(joined)).toEqual(along(p));
        },
      ),
    );
  });

  it('closed, are opened by a cut, and ends of an open one cannot be cut', () => {
    const square = {
      closed: true,
      anchors: [corner(0, 0), corner(9, 0), corner(9, 9), corner(0, 9)],
    };
    const [cut, ...rest] = cutPath(square, 2);
    expect(rest).toEqual([]);
    expect(cut!.closed).toBe(false);
    expect(cut!.anchors.map((a) => [a.x, a.y])).toEqual([
      [9, 9],
      [0, 9],
      [0, 0],
      [9, 0],
      [9, 9],
    ]);
    expect(cutPath({ ...square, closed: false }, 0)).toHaveLength(1);
  });

  it('join the ends that are nearest, whichever way they run', () => {
    const a = { closed: false, anchors: [corner(0, 0), corner(10, 0)] };
    const b = { closed: false, anchors: [corner(40, 0), corner(12, 0)] };
    expect(joinPaths(a, b).anchors.map((p) => p.x)).toEqual([0, 10, 12, 40]);
    expect(joinPaths(a, b, 5).anchors.map((p) => p.x)).toEqual([0, 10, 40]);
  });

  it('lose an anchor that was put in, and are what they were before', () => {
    fc.assert(
      fc.property(withSegment, ([p, i, at]) => {
        const more = insertAnchor(p, i, at);
        const back = dissolveAnchor(more, i + 1);
        expect(back.anchors.length).toBe(p.anchors.length);
        for (const q of along(p)) expect(nearestOn(back, q)!.distance).toBeLessThan(0.05);
      }),
    );
  });

  it('made simple lose what does not show, and nothing that does', () => {
    fc.assert(
      fc.property(withSegment, ([p, i, at]) => {
        const more = insertAnchor(insertAnchor(p, i, at), i, 0.5);
        const less = simplifyPath(more, 0.5);
        expect(less.anchors.length).toBeLessThanOrEqual(more.anchors.length);
        for (const q of along(more)) expect(nearestOn(less, q)!.distance).toBeLessThan(1.5);
      }),
      { numRuns: 40 },
    );
    const line = {
      closed: false,
      anchors: [corner(0, 0), corner(5, 0), corner(9, 0), corner(9, 9)],
    };
    expect(simplifyPath(line, 0.1).anchors.map((a) => [a.x, a.y])).toEqual([
      [0, 0],
      [9, 0],
      [9, 9],
    ]);
  });
});
