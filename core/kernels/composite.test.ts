import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blendNamed, blends } from '../blend/index';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import type { Straight } from '../testing/reference/blend';
import { writtenComposite, writtenModes } from '../testing/reference/blend';
import { composite, compositePlane, compositePlanes } from './composite';

const region = { x: 0, y: 0, width: 1, height: 1 };
const pixel = ([r, g, b, a]: Straight): ColourBuffer => ({
  channels: 4,
  region,
  data: Float32Array.of(r * a, g * a, b * a, a),
});
/** Values that floats hold exactly, so that both sides take the same branches. */
const share = fc.integer({ min: 0, max: 64 }).map((n) => n / 64);
const amount = fc.oneof(share, fc.double({ min: 0, max: 1, noNaN: true }));
const colour: fc.Arbitrary<Straight> = fc.tuple(share, share, share, share);
const over = fc.integer({ min: 0, max: 384 }).map((n) => n / 64);
const bright: fc.Arbitrary<Straight> = fc.tuple(over, over, over, share);

describe('compositing', () => {
  for (const blend of blends)
    it(`${blend.name} follows the formula, for values above 1 too`, () => {
      fc.assert(
        fc.property(
          fc.oneof(colour, bright),
          fc.oneof(colour, bright),
          amount,
          (cb, cs, opacity) => {
            const to = pixel(cb);
            composite(to, pixel(cs), blend.mode, opacity);
            const exact = writtenComposite(blend.name, cb, cs, Math.fround(opacity));
            for (let c = 0; c < 4; c++)
              expect(Math.abs(to.data[c]! - exact[c]!)).toBeLessThan(2e-5);
          },
        ),
        { numRuns: 400 },
      );
    });

  it('has a written formula for every blend there is', () => {
    expect(blends.map((b) => b.name).sort()).toEqual([...writtenModes].sort());
    expect(new Set(blends.map((b) => b.mode)).size).toBe(blends.length);
  });

  for (const name of ['lighten', 'screen', 'add', 'color-dodge'])
    it(`${name} never lowers any channel of the backdrop, whatever the values`, () => {
      const any = fc.double({ min: 0, max: 1000, noNaN: true });
      const alpha = fc.double({ min: 0, max: 1, noNaN: true });
      fc.assert(
        fc.property(
          fc.tuple(any, any, any, alpha),
          fc.tuple(any, any, any, alpha),
          alpha,
          (cb, cs, opacity) => {
            const to = pixel(cb);
            const before = [...to.data];
            composite(to, pixel(cs), blendNamed(name).mode, opacity);
            // What is left is the rounding of 32-bit floats.
            for (let c = 0; c < 4; c++)
              expect(to.data[c]).toBeGreaterThanOrEqual(before[c]! * (1 - 1e-6) - 1e-30);
          },
        ),
        { numRuns: 1000 },
      );
    });

  it('of a colour through a plane is the same as of a buffer of that colour', () => {
    fc.assert(
      fc.property(
        bright,
        bright,
        fc.constantFrom(...blends),
        share,
        (cb, [r, g, b, cover], { mode }, opacity) => {
          const one = pixel(cb);
          const other = pixel(cb);
          const shape: Plane = { channels: 1, region, data: Float32Array.of(cover) };
          compositePlane(one, shape, [r, g, b], mode, opacity);
          composite(other, pixel([r, g, b, cover]), mode, opacity);
          for (let i = 0; i < 4; i++)
            expect(Math.abs(one.data[i]! - other.data[i]!)).toBeLessThan(1e-4);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('of many planes at once is that of one after the other, exactly, wherever they lie', () => {
    const place = fc.record({
      x: fc.integer({ min: -5, max: 600 }),
      y: fc.integer({ min: -3, max: 4 }),
      width: fc.integer({ min: 1, max: 700 }),
      height: fc.integer({ min: 1, max: 4 }),
    });
    const pass = fc.record({
      place,
      colour: fc.tuple(over, over, over),
      blend: fc.constantFrom(...blends),
      opacity: share,
    });
    fc.assert(
      fc.property(place, fc.array(pass, { maxLength: 4 }), (wanted, passes) => {
        const lit = passes.map(({ place, colour, blend: { mode }, opacity }, i) => {
          const data = Float32Array.from(
            { length: place.width * place.height },
            (_, k) => ((k * 7 + i) % 9) / 8,
          );
          return { shape: { channels: 1 as const, region: place, data }, colour, mode, opacity };
        });
        const one = colourBuffer(wanted);
        for (const { shape, colour, mode, opacity } of lit)
          compositePlane(one, shape, colour, mode, opacity);
        expect(compositePlanes(wanted, lit)).toEqual(one);
      }),
      { numRuns: 60 },
    );
  });

  it('of a row is that of each of its pixels alone, exactly', () => {
    // Colour that has lost its coverage is no light.
    const lost: fc.Arbitrary<Straight> = fc.tuple(over, over, over, fc.constantFrom(0, 1e-3));
    const any = fc.oneof(colour, bright, lost);
    const row = fc.array(fc.tuple(any, any), { minLength: 1, maxLength: 9 });
    const wide = (pixels: Straight[]): ColourBuffer => ({
      channels: 4,
      region: { ...region, width: pixels.length },
      data: Float32Array.from(pixels.flatMap(([r, g, b, a]) => [r * a || r / 99, g * a, b * a, a])),
    });
    fc.assert(
      fc.property(row, fc.constantFrom(...blends), share, (pixels, { mode }, opacity) => {
        const to = wide(pixels.map((p) => p[0]));
        composite(to, wide(pixels.map((p) => p[1])), mode, opacity);
        pixels.forEach(([cb, cs], i) => {
          const one = wide([cb]);
          composite(one, wide([cs]), mode, opacity);
          expect([...to.data.subarray(4 * i, 4 * i + 4)]).toEqual([...one.data]);
        });
      }),
      { numRuns: 600 },
    );
  });

  it('touches only what both buffers share', () => {
    const to: ColourBuffer = {
      channels: 4,
      region: { x: 0, y: 0, width: 3, height: 3 },
      data: new Float32Array(36),
    };
    const from: ColourBuffer = {
      channels: 4,
      region: { x: 2, y: 1, width: 4, height: 1 },
      data: new Float32Array(16).fill(1),
    };
    composite(to, from, blendNamed('normal').mode, 1);
    const covered = [...to.data].flatMap((v, i) => (v ? [i] : []));
    expect(covered).toEqual([20, 21, 22, 23]);
  });

  it('names the blends there are when asked for another', () => {
    expect(() => blendNamed('glitter')).toThrow(/no blend "glitter"; there are normal/);
  });
});
