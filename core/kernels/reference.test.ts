import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bufferOf } from '../testing/buffer-of';
import type { Region } from '../pixels/region';
import * as plainCells from '../testing/reference/cells';
import { convolve as plainConvolve } from '../testing/reference/convolve';
import { sweptCoverage } from '../testing/reference/coverage';
import { pyramid } from '../testing/reference/pyramid';
import { cellRegion, shareAmongCells, spreadCells } from './cells';
import { convolve } from './convolve';
import { coverage } from './coverage';
import { planBlur } from './gaussian';
import { picture } from './picture';

/** Kernels against the same in plain TypeScript. */

const place = fc.integer({ min: -40, max: 40 });
const side = fc.integer({ min: 1, max: 33 });
const region: fc.Arbitrary<Region> = fc.record({ x: place, y: place, width: side, height: side });
const channels = fc.constantFrom<1 | 4>(1, 4);

const noise = (n: number) => Float32Array.from({ length: n }, (_, i) => ((i * 7919) % 997) / 997);
const near = (a: Float32Array, b: Float32Array, by: number) => {
  expect(a.length).toBe(b.length);
  let worst = 0;
  for (let i = 0; i < a.length; i++) worst = Math.max(worst, Math.abs(a[i]! - b[i]!));
  expect(worst).toBeLessThan(by);
};

describe('a kernel is what plain TypeScript makes of the same floats', () => {
  const cell = fc.constantFrom(2, 4, 8, 32);
  it('sharing px among cells', () => {
    fc.assert(
      fc.property(region, cell, channels, (r, n, c) => {
        const data = noise(r.width * r.height * c);
        const cells = cellRegion(r, n, 1);
        near(
          shareAmongCells(bufferOf(c, r, data), cells, n).data,
          plainCells.shareAmongCells(data, r, cells, n, c),
          1e-5,
        );
      }),
    );
  });
  it('spreading cells over px', () => {
    fc.assert(
      fc.property(region, cell, channels, (r, n, c) => {
        const cells = cellRegion(r, n, 2);
        const data = noise(cells.width * cells.height * c);
        near(
          spreadCells(bufferOf(c, cells, data), r, n).data,
          plainCells.spreadCells(data, cells, r, n, c),
          1e-5,
        );
      }),
    );
  });
  it('convolving, wherever source and result lie', () => {
    fc.assert(
      fc.property(
        region,
        region,
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        channels,
        (from, wanted, sigma, c) => {
          const data = noise(from.width * from.height * c);
          const { weights } = planBlur(sigma);
          near(
            convolve(bufferOf(c, from, data), wanted, weights).data,
            plainConvolve(data, from, wanted, weights, c),
            1e-5,
          );
        },
      ),
      { numRuns: 300 },
    );
  });
  it('coverage, crossings and all', () => {
    const corner = fc.double({ min: -10, max: 50, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(corner, { minLength: 6, maxLength: 30 }),
        fc.constantFrom('nonzero' as const, 'evenodd' as const),
        region,
        (values, rule, within) => {
          const p = Float64Array.from(values.slice(0, values.length & ~1));
          const ours = coverage([p], rule, within);
          const plain = sweptCoverage([p], rule, within);
          expect(ours.region).toEqual(plain.region);
          near(ours.data, plain.data, 1e-5);
        },
      ),
      { numRuns: 300 },
    );
  });
  it('coverage of edges that are all but level', () => {
    const p = Float64Array.of(0, 0, -8.9e-16, 5e-324, 20, 5e-324, 20, 10, 0, 10);
    const { data } = coverage([p], 'nonzero', { x: -2, y: -2, width: 30, height: 20 });
    near(data, sweptCoverage([p], 'nonzero', { x: -2, y: -2, width: 30, height: 20 }).data, 1e-6);
    expect(data.reduce((sum, v) => sum + v, 0)).toBeCloseTo(200, 3);
  });
  it('the levels of a pyramid', () => {
    fc.assert(
      fc.property(side, side, (width, height) => {
        const data = Uint8Array.from({ length: width * height * 4 }, (_, i) => (i * 7919) & 255);
        const image = { width, height, depth: 8, data } as const;
        const ours = picture(image);
        const plain = pyramid(image);
        expect(ours.levels).toBe(plain.levels);
        for (let n = 0; n < plain.levels; n++)
          near(
            ours.level(n, { x: 0, y: 0, width, height }, 'displayed').data,
            plain.level(n).data,
            1e-6,
          );
        ours.release();
      }),
    );
  });
});
