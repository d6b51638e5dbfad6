import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noMemo } from '../definitions/memo';
import type { Grounds } from '../definitions/source';
import { IDENTITY } from '../geometry/affine';
import { colourBuffer } from '../pixels/buffer';
import { newParticles } from '../scene/model/make';
import { pxAt } from '../testing/painted';
import { LAMP } from '../testing/step-context';
import { particlesSource } from './particles';
import { pyramidOf } from './sprite';

const SIZES = [128, 64, 32, 16, 8, 4, 2, 1];
const PLACES = SIZES.reduce((sum, n) => sum + n * n, 0);

describe('a sprite', () => {
  it('has the mean of what the picture shows at its end, and twice as many px at each size before', () => {
    fc.assert(
      fc.property(
        fc.record({ x: fc.nat(60), y: fc.nat(60), side: fc.integer({ min: 2, max: 100 }) }),
        ({ x, y, side }) => {
          const picture = colourBuffer({ x: 0, y: 0, width: 160, height: 160 });
          // The left half red, the right half blue.
          for (let v = y; v < y + side; v++)
            for (let u = x; u < x + side; u++)
              picture.data.set(u < x + side / 2 ? [1, 0, 0, 1] : [0, 0, 1, 1], 4 * (v * 160 + u));
          const made = pyramidOf(picture);
          expect(made).toHaveLength(4 * PLACES);
          const share = Math.ceil(side / 2) / side;
          const last = [...made.subarray(-4)];
          // Places are looked at on a grid, which may favour one side of an odd number of px.
          [share, 0, 1 - share, 1].forEach((v, k) =>
            expect(Math.abs(last[k]! - v)).toBeLessThan(0.02),
          );
          expect([...made.subarray(0, 4)]).toEqual([1, 0, 0, 1]);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('is nothing of a picture that shows nothing', () => {
    expect(pyramidOf(colourBuffer({ x: 0, y: 0, width: 20, height: 20 }))).toHaveLength(0);
  });

  it('is what particles look like, upright, in its colours', () => {
    const picture = colourBuffer({ x: 0, y: 0, width: 40, height: 40 });
    for (let v = 10; v < 30; v++)
      for (let u = 10; u < 30; u++)
        picture.data.set(v < 20 ? [1, 0, 0, 1] : [0, 0, 1, 1], 4 * (v * 40 + u));
    const second: NonNullable<Grounds['second']> = {
      ...{ key: 'flag', colours: (region) => colourBuffer(region) },
      paths: () => [],
      coarse: () => ({ pixels: picture, map: IDENTITY }),
    };
    const layer = newParticles('P', {
      ...{ look: 'sprite', from: 'point', count: 1, speed: 0, turbulence: 0, size: 40, depth: 0 },
      ...{ sizeSpread: 0, laid: 'over', turned: 'way', moment: 1, lifeSpread: 0, wide: 0 },
      ramp: {
        ...newParticles('').source.values.ramp,
        colours: [{ at: 0, colour: '#ffffff', middle: 50 }],
        opacities: [{ at: 0, opacity: 100, middle: 50 }],
      },
    });
    Object.assign(layer.source, { sprite: 'flag' });
    layer.source.values.centre = { x: 50, y: 50 };
    const see = (grounds: Grounds) =>
      particlesSource.render(layer.source, {
        ...{ map: IDENTITY, memo: noMemo, mixing: 'light', lamp: LAMP, grounds },
        wanted: { x: 0, y: 0, width: 100, height: 100 },
        scene: { x0: 0, y0: 0, x1: 100, y1: 100 },
        picture: () => {
          throw new Error('There is none.');
        },
      });
    const made = see({ second });
    const near = (px: readonly number[], wanted: number[]) =>
      wanted.forEach((v, k) => expect(px[k]).toBeCloseTo(v, 2));
    near(pxAt(made, 50, 40), [1, 0, 0, 1]);
    near(pxAt(made, 50, 60), [0, 0, 1, 1]);
    near(pxAt(made, 50, 25), [0, 0, 0, 0]);
    expect(see({}).data.every((v) => v === 0)).toBe(true);
    expect(particlesSource.sees!(layer.source)).toEqual(['second']);
  });
});
