import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { newCastShadow, newLineOf, newScene, newShape } from '../scene/model/make';
import { newPass } from '../sources/pass';
import { lookUp } from '../testing/scenes';
import { cacheOf } from './cache';
import { shadowFloor } from './shadow-floor';

/** Where the shadow of a rectangle of a size about a place stands. */
const standing = (width: number, height: number, x: number, y: number) => {
  const block = newLineOf('block', {
    light: '#000000',
    shape: newShape('rectangle', { width, height }),
    passes: [newPass('b', '', { draws: 'inside', colour: '#000000' })],
  });
  Object.assign(block, { id: 'block' });
  Object.assign(block.placement, { x, y });
  const shadow = { ...newCastShadow(block), id: 'shadow' };
  const scene = { ...newScene('', 1600, 1600, null), layers: [shadow, block] };
  const { memo } = cacheOf(2 ** 26, () => 0);
  return shadowFloor(scene, 'shadow', { picture: lookUp, memo })!.standing;
};

describe('what casts a shadow', () => {
  it('stands in the box that it covers, to a fraction of the px that this is told on', () => {
    const size = fc.double({ min: 100, max: 900, noNaN: true });
    const place = fc.double({ min: 460, max: 1140, noNaN: true });
    fc.assert(
      fc.property(size, size, place, place, (width, height, x, y) => {
        const box = standing(width, height, x, y);
        // A px of the grid is four of the scene where the block is largest.
        expect(Math.abs(box.x0 - (x - width / 2))).toBeLessThan(1.2);
        expect(Math.abs(box.x1 - (x + width / 2))).toBeLessThan(1.2);
        expect(Math.abs(box.y0 - (y - height / 2))).toBeLessThan(1.2);
      }),
      { numRuns: 30 },
    );
  });
});
