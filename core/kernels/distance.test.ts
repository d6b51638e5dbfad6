import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FAR, distanceField } from './distance';

/** The definition itself: every px against every other. */
function direct(data: Float32Array, width: number, inverse: boolean): number[] {
  const seeds = [...data].flatMap((v, i) => (v >= 0.5 !== inverse ? [i] : []));
  return [...data].map((_, i) =>
    seeds.reduce(
      (d, s) =>
        Math.min(
          d,
          Math.hypot((i % width) - (s % width), Math.floor(i / width) - Math.floor(s / width)),
        ),
      FAR,
    ),
  );
}

describe('the distance field', () => {
  it('is the Euclidean distance to the nearest px inside, exactly', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 23 }),
        fc.integer({ min: 1, max: 19 }),
        fc.boolean(),
        fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 6 }),
        (width, height, inverse, seeds) => {
          const data = new Float32Array(width * height);
          for (const s of seeds) data[s % data.length] = 0.5;
          const made = distanceField(
            { channels: 1, region: { x: -4, y: 9, width, height }, data },
            inverse,
          );
          const exact = direct(data, width, inverse);
          made.data.forEach((v, i) => expect(v).toBeCloseTo(exact[i]!, 4));
        },
      ),
      { numRuns: 300 },
    );
  });
  it('is exact across a wide plane', () => {
    const width = 9001;
    const data = new Float32Array(width);
    data[3] = 1;
    const made = distanceField({ channels: 1, region: { x: 0, y: 0, width, height: 1 }, data });
    expect(made.data[9000]).toBe(8997);
  });
});
