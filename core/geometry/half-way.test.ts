import { expect, it } from 'vitest';
import { halfWay } from './half-way';

it.each([
  [0, 0.2],
  [1, 0.7],
  // The last has none after it.
  [2, 0.7],
])('of three places that of the number %i goes half way to its neighbour', (index, place) => {
  expect(halfWay([0, 0.4, 1], index, 1)).toBe(place);
});

it('goes half way to the farther end where there is no other place', () => {
  expect(halfWay([20], 0, 100)).toBe(60);
  expect(halfWay([80], 0, 100)).toBe(40);
});

it('is exact to a thousandth of the whole', () => {
  expect(halfWay([0, 33.3], 0, 100)).toBe(16.7);
  expect(halfWay([0, 0.333], 0, 1)).toBe(0.167);
});
