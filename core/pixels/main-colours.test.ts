import { differenceEuclidean } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mainColours } from './main-colours';

const rgba = (...parts: [count: number, r: number, g: number, b: number, alpha?: number][]) =>
  Uint8ClampedArray.from(
    parts.flatMap(([count, r, g, b, alpha = 255]) => Array(count).fill([r, g, b, alpha]).flat()),
  );
const apart = differenceEuclidean('oklab');

describe('the main colours of a picture', () => {
  it('are its own where it has few, from dark to bright', () => {
    const picture = rgba([500, 255, 90, 31], [900, 16, 20, 40], [100, 240, 240, 255]);
    expect(mainColours(picture, 6)).toEqual(['#101428', '#ff5a1f', '#f0f0ff']);
  });
  it('have a light among them that is one px of a thousand', () => {
    const found = mainColours(rgba([5000, 16, 20, 40], [5, 192, 77, 255]), 5);
    expect(found).toContain('#c04dff');
  });
  it('leave out what is transparent, and are none of a picture of nothing', () => {
    expect(mainColours(rgba([50, 255, 0, 0, 0], [50, 0, 0, 255]), 4)).toEqual(['#0000ff']);
    expect(mainColours(rgba([50, 255, 0, 0, 0]), 4)).toEqual([]);
    expect(mainColours(new Uint8ClampedArray(0), 4)).toEqual([]);
  });
  it('are no more than asked for, all distinct to the eye, and near to every px if there are enough', () => {
    const colour = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255));
    fc.assert(
      fc.property(
        fc.array(colour, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 8 }),
        (colours, most) => {
          const found = mainColours(
            rgba(...colours.map((c): [number, number, number, number] => [20, ...c])),
            most,
          );
          expect(found.length).toBeGreaterThan(0);
          expect(found.length).toBeLessThanOrEqual(most);
          for (const [i, c] of found.entries())
            for (const d of found.slice(i + 1)) expect(apart(c, d)).toBeGreaterThan(0.03);
          if (most >= colours.length)
            for (const [r, g, b] of colours) {
              const own = { mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 } as const;
              expect(Math.min(...found.map((c) => apart(c, own)))).toBeLessThan(0.12);
            }
        },
      ),
    );
  });
});
