import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { banded, resized } from './labels';
import { isAtCut, windowOf, withWindow } from './window';

/** A plane of up to 12 × 12 px, and a region of it. */
const planes = fc
  .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }))
  .chain(([width, height]) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      bytes: fc.uint8Array({ minLength: width * height, maxLength: width * height, max: 1 }),
      corner: fc.tuple(
        fc.integer({ min: 0, max: width - 1 }),
        fc.integer({ min: 0, max: height - 1 }),
      ),
      size: fc.tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 })),
    }),
  )
  .map(({ corner: [x, y], size, ...rest }) => ({
    ...rest,
    of: {
      ...{ x, y },
      width: Math.min(size[0], rest.width - x),
      height: Math.min(size[1], rest.height - y),
    },
  }));

describe('a window of a plane', () => {
  it('has the px that lie there, and laid back changes those alone', () => {
    fc.assert(
      fc.property(planes, ({ width, bytes, of }) => {
        const own = windowOf(bytes, width, of);
        own.forEach((v, i) => {
          const [x, y] = [of.x + (i % of.width), of.y + Math.floor(i / of.width)];
          expect(v).toBe(bytes[y * width + x]);
        });
        expect(withWindow(bytes, width, of, own)).toEqual(bytes);
        const other = own.map((v) => v + 7);
        withWindow(bytes, width, of, other).forEach((v, i) => {
          const [u, w] = [(i % width) - of.x, Math.floor(i / width) - of.y];
          const isIn = u >= 0 && w >= 0 && u < of.width && w < of.height;
          expect(v).toBe(bytes[i]! + (isIn ? 7 : 0));
        });
      }),
    );
  });
  it('knows which of its sides are cut', () => {
    const whole = { x: 0, y: 0, width: 9, height: 9 };
    const at = { x: 0, y: 3, width: 4, height: 6 };
    const cut = Array.from({ length: 24 }, (_, i) => isAtCut(i, at, whole));
    cut.forEach((is, i) => expect(is).toBe(i % 4 === 3 || i < 4));
  });
});

describe('labels on a finer grid', () => {
  it('of a region are as those of the whole', () => {
    fc.assert(
      fc.property(
        planes,
        fc.integer({ min: 1, max: 3 }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (p, k, band) => {
          const fine = { width: p.width * k, height: p.height * k };
          const of = {
            x: p.of.x * k,
            y: p.of.y * k,
            width: p.of.width * k,
            height: p.of.height * k,
          };
          const size = [p.width, p.height] as const;
          const all = banded(p.bytes, size, fine, band);
          expect(banded(p.bytes, size, fine, band, of)).toEqual(windowOf(all, fine.width, of));
        },
      ),
    );
  });
  it('are those that each px lies in', () => {
    const of = Uint8Array.from([1, 2, 3, 4]);
    expect([...resized(of, [2, 2], { width: 4, height: 2 })]).toEqual([1, 1, 2, 2, 3, 3, 4, 4]);
    expect([...resized(of, [4, 1], { width: 2, height: 1 })]).toEqual([2, 4]);
    expect([...resized(of, [2, 2], { width: 2, height: 2 })]).toEqual([...of]);
  });
});
