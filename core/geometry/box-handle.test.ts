import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, boxUnder, edgeOf } from './affine';
import type { BoxHandle } from './box-handle';
import { alongAxis, halfTurns, inBox, opposite, pulledMap, pulledScale } from './box-handle';

const box = { x0: 10, y0: -20, x1: 90, y1: 40 };
const share = fc.constantFrom(0, 0.5, 1);
const handle: fc.Arbitrary<BoxHandle> = fc
  .tuple(share, share)
  .filter(([u, v]) => u !== 0.5 || v !== 0.5);
const place = fc.record({
  x: fc.double({ min: -300, max: 300, noNaN: true }),
  y: fc.double({ min: -300, max: 300, noNaN: true }),
});

describe('a pulled handle', () => {
  it('leaves the opposite one where it is, and never flattens the box', () => {
    fc.assert(
      fc.property(handle, place, (h, to) => {
        const map = pulledMap(box, h, to);
        const still = inBox(box, opposite(h));
        const there = apply(map, still);
        expect(Math.hypot(there.x - still.x, there.y - still.y)).toBeLessThan(1e-9);
        expect(Math.abs(map[0] * map[3] - map[1] * map[2])).toBeGreaterThan(1e-6);
      }),
    );
  });
  it('of a corner keeps proportions, of a side changes one way and comes under the pointer', () => {
    fc.assert(
      fc.property(handle, place, (h, to) => {
        const [sx, sy] = pulledScale(box, h, to);
        const [u, v] = h;
        if (u !== 0.5 && v !== 0.5) {
          expect(sx).toBe(sy);
          return;
        }
        expect(u === 0.5 ? sx : sy).toBe(1);
        const there = apply(pulledMap(box, h, to), inBox(box, h));
        // But for a box that would come to nothing.
        if (Math.abs(sx) > 0.01 && Math.abs(sy) > 0.01)
          expect(u === 0.5 ? there.y - to.y : there.x - to.x).toBeCloseTo(0, 6);
      }),
    );
  });
  it('pulled out by half makes a corner half as large again', () => {
    const to = { x: 10 + 120, y: -20 + 90 };
    expect(boxUnder(pulledMap(box, [1, 1], to), box)).toEqual({ x0: 10, y0: -20, x1: 130, y1: 70 });
  });
});

describe('an edge of a box', () => {
  it('is an x or a y', () => {
    expect(edgeOf(box, 'left')).toEqual({ x: 10 });
    expect(edgeOf(box, 'middle')).toEqual({ x: 50 });
    expect(edgeOf(box, 'right')).toEqual({ x: 90 });
    expect(edgeOf(box, 'top')).toEqual({ y: -20 });
    expect(edgeOf(box, 'centre')).toEqual({ y: 10 });
    expect(edgeOf(box, 'bottom')).toEqual({ y: 40 });
  });
});

describe('ways and turns of a drag', () => {
  it('are held to the longer axis, and told within half a turn', () => {
    expect(alongAxis({ x: -9, y: 4 })).toEqual({ x: -9, y: 0 });
    expect(alongAxis({ x: 3, y: 5 })).toEqual({ x: 0, y: 5 });
    expect([0, 180, -180, 190, -190, 540, -900].map(halfTurns)).toEqual([
      0, -180, -180, -170, 170, -180, -180,
    ]);
  });
});
