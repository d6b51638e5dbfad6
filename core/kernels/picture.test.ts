import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoped } from '../pixels/heap';
import type { StraightImage } from '../pixels/picture';
import { pixelsInMemory } from '../pixels/picture';
import { pyramid } from '../testing/reference/pyramid';
import { picture, pictureOf } from './picture';

/** The levels of pictures, against a pyramid in plain TypeScript. */

const image = (width: number, height: number, seed = 1): StraightImage => ({
  ...{ width, height, depth: 8 },
  data: Uint8Array.from({ length: width * height * 4 }, (_, i) =>
    i % 4 === 3 ? 200 : (Math.imul(i + seed, 2654435761) >>> 24) | 0,
  ),
});

/** The largest difference of a level's part to the plain pyramid's. */
function apart(
  own: { region: { x: number; y: number; width: number; height: number }; data: Float32Array },
  level: { width: number; data: Float32Array },
): number {
  const { x, y, width, height } = own.region;
  let most = 0;
  for (let v = 0; v < height; v++)
    for (let i = 0; i < width * 4; i++) {
      const theirs = level.data[((y + v) * level.width + x) * 4 + i]!;
      most = Math.max(most, Math.abs(own.data[v * width * 4 + i]! - theirs));
    }
  return most;
}

/** The side of the part of a picture that is looked at, px. */
const CORNER = 32;

describe('levels of a picture', () => {
  it('are area averages, whatever levels were asked for before, at odd sizes too', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 1, max: 90 }),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 5 }),
        (width, height, asked) => {
          const given = image(width, height);
          const [own, reference] = [picture(given), pyramid(given)];
          for (const n of asked) {
            const last = Math.min(n, own.levels - 1);
            const all = { x: 0, y: 0, width: 1, height: 1 };
            if (last < 1) continue;
            scoped(() => {
              const made = own.level(n, all, 'displayed');
              const level = reference.level(last);
              expect(made.region).toEqual({
                ...{ x: 0, y: 0, width: level.width, height: level.height },
              });
              expect(apart(made, level)).toBeLessThan(1e-6);
            });
          }
          own.release();
        },
      ),
      { numRuns: 60 },
    ));

  it('that are too large to hold are made where they are asked for', () => {
    const given = image(4001, 2999);
    const [own, level] = [picture(given), pyramid(given).level(1)];
    for (const part of [
      { x: 0, y: 0, width: 60, height: 40 },
      { x: 1900, y: 1400, width: 101, height: 100 },
      { x: 700, y: 3, width: 900, height: 1 },
    ])
      scoped(() => {
        const made = own.level(1, part, 'displayed');
        expect(made.region).toEqual(part);
        expect(apart(made, level)).toBeLessThan(1e-6);
      });
  });

  it('are given back where many pictures take more than the budget, and made anew', () => {
    // 24 of 16 MB: half as many as fit again. They differ where they are looked at.
    const one = image(2048, 2048);
    const many = Array.from({ length: 24 }, (_, i) => {
      const data = Uint8Array.from(one.data);
      for (let at = 0; at < CORNER; at++) data[at * 4] = i * 9;
      return { ...one, data };
    });
    const corners = many.map(({ depth, data }) => {
      const rows = Array.from({ length: CORNER }, (_, y) =>
        data.subarray(y * 2048 * 4, (y * 2048 + CORNER) * 4),
      );
      const joined = Uint8Array.from(rows.flatMap((row) => [...row]));
      return pyramid({ depth, data: joined, width: CORNER, height: CORNER }).level(1);
    });
    const reads = many.map(() => 0);
    const pictures = many.map((one, i) => {
      const stored = pixelsInMemory(one);
      return pictureOf({
        ...stored,
        read(part, to) {
          reads[i]!++;
          stored.read(part, to);
        },
      });
    });
    const look = (i: number) =>
      scoped(() => {
        const made = pictures[i]!.level(1, { x: 0, y: 0, width: 9, height: 9 }, 'displayed');
        const [x, y] = [3, 0];
        const own = made.data.subarray(
          ((y - made.region.y) * made.region.width + x - made.region.x) * 4,
        );
        const theirs = corners[i]!.data.subarray((y * corners[i]!.width + x) * 4);
        for (let c = 0; c < 4; c++) expect(own[c]).toBeCloseTo(theirs[c]!, 6);
      });
    many.forEach((_, i) => look(i));
    const once = [...reads];
    look(23);
    expect(reads[23]).toBe(once[23]);
    look(0);
    expect(reads[0]).toBe(2 * once[0]!);
    pictures.forEach((one) => one.release());
  });
});
