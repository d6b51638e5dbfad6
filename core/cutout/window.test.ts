import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { LABEL, banded, resized } from './labels';
import { inWhole, isAtCut, windowOf, withWindow } from './window';

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
          expect(inWhole(i, of, width)).toBe(y * width + x);
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

describe('labels by a subject', () => {
  it('are certain but for a band along its outline, as by every px against every other', () => {
    fc.assert(
      fc.property(planes, fc.double({ min: 0, max: 4, noNaN: true }), (p, band) => {
        const made = banded(p.bytes, p.width, p.height, band);
        p.bytes.forEach((own, i) => {
          const toOther = Math.min(
            ...Array.from(p.bytes, (v, k) =>
              v === own
                ? Infinity
                : Math.hypot(
                    (k % p.width) - (i % p.width),
                    Math.floor(k / p.width) - Math.floor(i / p.width),
                  ),
            ),
          );
          const certain = [LABEL.background, LABEL.subject][own];
          const maybe = [LABEL.maybeBackground, LABEL.maybeSubject][own];
          // Distances are floats.
          if (Math.abs(toOther - band) > 1e-5)
            expect(made[i]).toBe(toOther > band ? certain : maybe);
        });
      }),
    );
  });
});

describe('labels on another grid', () => {
  it('of a region are as those of the whole', () => {
    const side = fc.integer({ min: 1, max: 30 });
    fc.assert(
      fc.property(planes, side, side, (p, w, h) => {
        const labels = Uint8Array.from({ length: w * h }, (_, i) => (i * 7) % 4);
        const all = resized(labels, [w, h], p);
        expect(all.length).toBe(p.width * p.height);
        expect(resized(labels, [w, h], p, p.of)).toEqual(windowOf(all, p.width, p.of));
      }),
    );
  });
  it('are those that each px lies in', () => {
    const of = Uint8Array.from([1, 2, 3, 4]);
    expect([...resized(of, [2, 2], { width: 4, height: 2 })]).toEqual([1, 1, 2, 2, 3, 3, 4, 4]);
    expect([...resized(of, [4, 1], { width: 2, height: 1 })]).toEqual([2, 4]);
    expect([...resized(of, [2, 2], { width: 2, height: 2 })]).toEqual([...of]);
  });
});
