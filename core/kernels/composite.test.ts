import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blendNamed, blends } from '../blend/index';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { composite, compositePlane } from './composite';

/** B(cb, cs) as the specification writes it, apart from the code under test. */
const written: Record<string, (cb: number, cs: number) => number> = {
  normal: (_cb, cs) => cs,
  multiply: (cb, cs) => cb * cs,
  screen: (cb, cs) => 1 - (1 - cb) * (1 - cs),
  add: (cb, cs) => cb + cs,
  overlay: (cb, cs) => (cb <= 0.5 ? cs * 2 * cb : 1 - (1 - cs) * (1 - (2 * cb - 1))),
  'soft-light': (cb, cs) => {
    if (cs <= 0.5) return cb - (1 - 2 * cs) * cb * (1 - cb);
    const d = cb <= 0.25 ? ((16 * cb - 12) * cb + 4) * cb : Math.sqrt(cb);
    return cb + (2 * cs - 1) * (d - cb);
  },
};

const region = { x: 0, y: 0, width: 1, height: 1 };
const pixel = ([r, g, b, a]: number[]): ColourBuffer => ({
  region,
  data: Float32Array.of(r! * a!, g! * a!, b! * a!, a!),
});
const share = fc.double({ min: 0, max: 1, noNaN: true });
const colour = fc.tuple(share, share, share, share);
const bright = fc.tuple(
  ...[0, 1, 2].map(() => fc.double({ min: 0, max: 6, noNaN: true })),
  fc.double({ min: 0.05, max: 1, noNaN: true }),
);

describe('compositing', () => {
  for (const blend of blends)
    it(`${blend.name} follows the formula of the specification`, () => {
      fc.assert(
        fc.property(colour, colour, share, (cb, cs, opacity) => {
          const to = pixel(cb);
          composite(to, pixel(cs), blend, opacity);
          const ab = cb[3]!;
          const as = cs[3]! * opacity;
          for (let c = 0; c < 3; c++) {
            const co =
              as * (1 - ab) * cs[c]! +
              as * ab * written[blend.name]!(cb[c]!, cs[c]!) +
              (1 - as) * ab * cb[c]!;
            expect(to.data[c]).toBeCloseTo(co, 5);
          }
          expect(to.data[3]).toBeCloseTo(as + ab - as * ab, 5);
        }),
      );
    });

  it('knows no blend that the test has no formula for', () => {
    expect(blends.map((b) => b.name).sort()).toEqual(Object.keys(written).sort());
  });

  for (const name of ['screen', 'add'])
    it(`${name} never turns light dark, whatever the values`, () => {
      fc.assert(
        fc.property(bright, bright, share, (cb, cs, opacity) => {
          const to = pixel(cb);
          const before = [...to.data];
          composite(to, pixel(cs), blendNamed(name), opacity);
          for (let c = 0; c < 3; c++) expect(to.data[c]).toBeGreaterThanOrEqual(before[c]! - 1e-4);
        }),
      );
    });

  it('of a colour through a plane is the same as of a buffer of that colour', () => {
    fc.assert(
      fc.property(
        colour,
        colour,
        fc.constantFrom(...blends),
        share,
        (cb, [r, g, b, cover], blend, opacity) => {
          const one = pixel(cb);
          const other = pixel(cb);
          const shape: Plane = { region, data: Float32Array.of(cover) };
          compositePlane(one, shape, [r, g, b], blend, opacity);
          composite(other, pixel([r, g, b, cover]), blend, opacity);
          for (let i = 0; i < 4; i++) expect(one.data[i]).toBeCloseTo(other.data[i]!, 4);
        },
      ),
    );
  });

  it('touches only what both buffers share', () => {
    const to: ColourBuffer = {
      region: { x: 0, y: 0, width: 3, height: 3 },
      data: new Float32Array(36),
    };
    const from: ColourBuffer = {
      region: { x: 2, y: 1, width: 4, height: 1 },
      data: new Float32Array(16).fill(1),
    };
    composite(to, from, blendNamed('normal'), 1);
    const covered = [...to.data].flatMap((v, i) => (v ? [i] : []));
    expect(covered).toEqual([20, 21, 22, 23]);
  });

  it('names the blends there are when asked for another', () => {
    expect(() => blendNamed('glitter')).toThrow(/no blend "glitter"; there are normal/);
  });
});
