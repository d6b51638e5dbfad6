import { describe, expect, it } from 'vitest';
import { apply, multiply, rotation, scaling, translation } from '../geometry/affine';
import { mirrorMaps, type Mirror } from './mirror';

const mirror = (kind: Mirror['kind'], rest: Partial<Mirror> = {}): Mirror => ({
  ...{ kind, at: { x: 100, y: 50 }, angle: Math.PI / 2, count: 4 },
  ...rest,
});
const seen = (m: Mirror) =>
  mirrorMaps(m).map((map) => {
    const { x, y } = apply(map, { x: 110, y: 70 });
    return [Math.round(x * 1000) / 1000, Math.round(y * 1000) / 1000];
  });

describe('a mirror', () => {
  it('lays a stroke on the other side of its axis, at any angle', () => {
    expect(seen(mirror('none'))).toEqual([]);
    expect(seen(mirror('axis'))).toEqual([[90, 70]]);
    expect(seen(mirror('axis', { angle: 0 }))).toEqual([[110, 30]]);
    expect(seen(mirror('axis', { angle: Math.PI / 4 }))).toEqual([[120, 60]]);
  });
  it('of two axes lays it in every quarter, and round a point so many times', () => {
    expect(seen(mirror('axes'))).toEqual([
      [90, 70],
      [110, 30],
      [90, 30],
    ]);
    expect(seen(mirror('round'))).toEqual([
      [80, 60],
      [90, 30],
      [120, 40],
    ]);
    expect(seen(mirror('round', { count: 2 }))).toEqual([[90, 30]]);
  });

  it('lies in the scene, however the layer is placed', () => {
    const map = multiply(translation(30, -20), multiply(rotation(0.7), scaling(2)));
    const [own] = mirrorMaps(mirror('axis'), map);
    const p = { x: 12, y: 5 };
    const [a, b] = [apply(map, p), apply(map, apply(own!, p))];
    expect(b.x).toBeCloseTo(200 - a.x, 6);
    expect(b.y).toBeCloseTo(a.y, 6);
    expect(mirrorMaps(mirror('axes'), scaling(0))).toEqual([]);
  });
});
