import fc from 'fast-check';
import { expect, it } from 'vitest';
import { pxAt } from '../testing/painted';
import { colourBuffer } from './buffer';
import { drawOutEdges } from './drawn-out-edges';
import { intersect, isEmpty } from './region';

const side = fc.integer({ min: -6, max: 9 });
const region = fc.record({
  ...{ x: side, y: side },
  ...{ width: fc.integer({ min: 1, max: 9 }), height: fc.integer({ min: 1, max: 9 }) },
});

it('gives each px outside a region the colour of the nearest within', () => {
  fc.assert(
    fc.property(region, region, (all, within) => {
      const made = colourBuffer(all);
      made.data.forEach((_, i) => (made.data[i] = i + 1));
      const before = { ...made, data: made.data.slice() };
      drawOutEdges(made, within);
      const inner = intersect(all, within);
      if (isEmpty(inner)) {
        expect(made.data).toEqual(before.data);
        return;
      }
      const near = (v: number, from: number, size: number) =>
        Math.max(from, Math.min(from + size - 1, v));
      for (let y = all.y; y < all.y + all.height; y++)
        for (let x = all.x; x < all.x + all.width; x++)
          expect(pxAt(made, x, y)).toEqual(
            pxAt(before, near(x, inner.x, inner.width), near(y, inner.y, inner.height)),
          );
    }),
  );
});
