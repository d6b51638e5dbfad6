import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { withinPaths } from '../kernels/within-paths';
import { IDENTITY } from './affine';
import { boxPath, ovalPath } from './box-paths';
import { pathsOfRings, ringsOf } from './contours';
import { flatten } from './flatten';

const region = { x: -10, y: 5, width: 120, height: 100 };
const seen = (...paths: ReturnType<typeof boxPath>[]) => withinPaths(paths, IDENTITY, region);

/** The area within rings, outsides and holes by their turn (Gauss). */
const areaOf = (rings: readonly (readonly number[])[]) =>
  rings.reduce((sum, ring) => {
    let own = 0;
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      own += ring[i]! * ring[j + 1]! - ring[j]! * ring[i + 1]!;
    }
    return sum + own / 2;
  }, 0);

describe('the rings of a plane', () => {
  it('lie on the outline of what was drawn, wherever the plane lies', () => {
    const [ring] = ringsOf(seen(ovalPath({ x0: 10, y0: 20, x1: 70, y1: 80 })));
    for (let i = 0; i < ring!.length; i += 2) {
      const away = Math.hypot(ring![i]! - 40, ring![i + 1]! - 50) - 30;
      expect(Math.abs(away)).toBeLessThan(0.25);
    }
  });
  it('go round holes the other way, and shapes apart each by itself', () => {
    const outer = boxPath({ x0: 0, y0: 10, x1: 60, y1: 70 });
    const hole = boxPath({ x0: 20, y0: 30, x1: 40, y1: 50 });
    const apart = boxPath({ x0: 80, y0: 20, x1: 100, y1: 40 });
    const rings = ringsOf(seen(outer, hole, apart));
    expect(rings).toHaveLength(3);
    // Corners are cut by an eighth of a px each.
    expect(Math.abs(Math.abs(areaOf(rings)) - (3600 - 400 + 400))).toBeLessThan(2);
  });
  it('are closed along the edge of a plane that is full, and none of one that is empty', () => {
    const full = seen(boxPath({ x0: -99, y0: -99, x1: 999, y1: 999 }));
    expect(Math.abs(areaOf(ringsOf(full)))).toBeCloseTo(120 * 100, -1);
    expect(ringsOf(seen())).toEqual([]);
    expect(
      ringsOf({
        channels: 1,
        region: { x: 0, y: 0, width: 0, height: 4 },
        data: new Float32Array(),
      }),
    ).toEqual([]);
  });
});

describe('rings as paths', () => {
  it('have few anchors, and go where the rings do', () => {
    const rings = ringsOf(seen(ovalPath({ x0: 10, y0: 20, x1: 90, y1: 80 })));
    const [path, ...others] = pathsOfRings(rings, 0.8);
    expect(others).toEqual([]);
    expect(path!.closed).toBe(true);
    expect(path!.anchors.length).toBeLessThan(rings[0]!.length / 12);
    const { points } = flatten(path!, IDENTITY, { tolerance: 0.05, turn: Infinity });
    for (let i = 0; i < points.length; i += 2) {
      const away = Math.hypot((points[i]! - 50) / 40, (points[i + 1]! - 50) / 30);
      expect(Math.abs(away - 1)).toBeLessThan(0.06);
    }
  });
  it('leave specks out', () => {
    expect(pathsOfRings([[0, 0, 1, 0, 1, 1]], 1)).toEqual([]);
  });
});
