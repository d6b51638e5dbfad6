import { expect, it } from 'vitest';
import { growingPoints } from './growing-points';
import { POINT } from './points';
import type { TrackPoint } from './track';

const point = (x: number): TrackPoint => ({
  ...{ x, y: 2.03, pressure: 1, tiltX: 0, tiltY: 0, time: x },
});

it('points of a stroke that grows are all there, and shared but for the last', () => {
  const points = growingPoints();
  for (let i = 0; i < 100; i++) points.add(point(i));
  points.add(point(NaN));
  const before = points.all();
  points.add(point(100));
  const after = points.all();
  expect(after.flat().filter((_, i) => i % POINT === 0)).toEqual(
    Array.from({ length: 101 }, (_, i) => i),
  );
  expect(after.flat()[1]).toBe(2);
  expect(before.flat()).toHaveLength(100 * POINT);
  expect(after[0]).toBe(before[0]);
  expect(after.length).toBeGreaterThan(1);
});
