import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { relight, rgb } from './colour';
import { contains, covering, grow, intersect, isEmpty, squaresOf, unite } from './region';

const side = fc.integer({ min: 0, max: 40 });
const region = fc.record({
  x: fc.integer({ min: -30, max: 30 }),
  y: fc.integer({ min: -30, max: 30 }),
  width: side,
  height: side,
});

describe('regions', () => {
  it('intersect within both and unite round both', () => {
    fc.assert(
      fc.property(region, region, (a, b) => {
        const i = intersect(a, b);
        const u = unite(a, b);
        expect(contains(a, i) && contains(b, i)).toBe(true);
        expect(contains(u, a) && contains(u, b)).toBe(true);
      }),
    );
  });
  it('cover every fraction of a pixel, and grow only where there is something', () => {
    expect(covering(-0.2, 1, 1.01, 2)).toEqual({ x: -1, y: 1, width: 3, height: 1 });
    expect(isEmpty(covering(3, 3, 3, 9))).toBe(true);
    expect(isEmpty(grow({ x: 0, y: 0, width: 0, height: 4 }, 9))).toBe(true);
  });
  it('are cut into squares of one grid that hold all of them, and none that they do not touch', () => {
    fc.assert(
      fc.property(region, fc.integer({ min: 1, max: 20 }), (r, size) => {
        const parts = squaresOf(r, size).map((s) => {
          expect([s.width, s.height]).toEqual([size, size]);
          expect([Math.abs(s.x % size), Math.abs(s.y % size)]).toEqual([0, 0]);
          return intersect(s, r);
        });
        expect(parts.some(isEmpty)).toBe(false);
        const px = parts.reduce((sum, p) => sum + p.width * p.height, 0);
        expect(px).toBe(r.width * r.height);
      }),
    );
  });
});

describe('colour', () => {
  it('reads #rrggbb and says what is wrong with anything else', () => {
    expect(rgb('#ff8000')).toEqual([1, 128 / 255, 0]);
    expect(() => rgb('ember')).toThrow(/"ember" is not a colour/);
  });
  it('relights a tube: the hue follows, the paleness stays', () => {
    const [r, , b] = rgb(relight('#ffb090', '#ff5a1f', '#2fb8ff'));
    expect(b).toBeGreaterThan(r);
    expect(relight('#ff5a1f', '#ff5a1f', '#2fb8ff')).toBe('#2fb8ff');
  });
  it('comes back whole from white, grey and black', () => {
    for (const through of ['#ffffff', '#808080', '#000000'])
      expect(relight(relight('#ff5a1f', '#ff5a1f', through), through, '#ff5a1f')).toBe('#ff5a1f');
  });
});
