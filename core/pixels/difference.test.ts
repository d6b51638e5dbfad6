import { expect, test } from 'vitest';
import { differences } from './difference';

const px = (...colours: [number, number, number, number?][]) =>
  Uint8Array.from(colours.flatMap(([r, g, b, a = 255]) => [r, g, b, a]));

test('pictures differ as the formula says, and not at all from themselves', () => {
  const a = px([255, 255, 255], [0, 0, 0], [255, 0, 0], [9, 9, 9, 0]);
  expect(differences(a, a)).toMatchObject({ mean: 0, most: 0, largest: 0 });
  const b = px([0, 0, 0], [0, 0, 0], [0, 0, 255], [200, 0, 0, 0]);
  const { map, mean, largest } = differences(a, b);
  // White and black are 100 apart; red and blue of sRGB 52.88 (Sharma, Wu & Dalal, 2005, on CIELAB under D65).
  expect(map[0]).toBeCloseTo(100, 2);
  expect(map[2]).toBeCloseTo(52.88, 1);
  expect([map[1], map[3]]).toEqual([0, 0]);
  expect(mean).toBeCloseTo((100 + 52.88) / 4, 1);
  expect(largest).toBe(map[0]);
});

test('pictures of other sizes are refused', () => {
  expect(() => differences(px([0, 0, 0]), px([0, 0, 0], [0, 0, 0]))).toThrow('one size');
});
