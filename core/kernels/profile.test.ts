import fc from 'fast-check';
import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import { unpack } from './colour';
import { alone } from './machine';
import { linear } from '../pixels/colour';
import type { StraightImage } from '../pixels/picture';
import { pixelsInMemory } from '../pixels/picture';
import type { ColourProfile } from '../pixels/profile';
import {
  CURVE_STEPS,
  evenProfile,
  isSrgb,
  primaries,
  profileOf,
  srgbFrom,
} from '../pixels/profile';

/** What numbers of pictures mean as light: against another library, and plain formulas. */

const p3 = evenProfile(linear, srgbFrom(primaries.p3));

describe('profiles', () => {
  const spaces = [
    ['p3', 'p3'],
    ['rec2020', 'rec2020'],
  ] as const;
  for (const [name, mode] of spaces)
    it(`of ${name} have the colours that another library gives them`, () => {
      const toSrgb = converter('lrgb');
      // Its own transfer is undone: light of the space goes in.
      const toOwn = converter(mode);
      const matrix = srgbFrom(primaries[name]);
      for (const hex of ['#ff0000', '#30c060', '#0040ff', '#ffffff', '#808080']) {
        const { r, g, b } = toSrgb(hex)!;
        const own = toOwn(hex)!;
        const decode = mode === 'p3' ? linear : decode2020;
        const light = [own.r, own.g, own.b].map(decode) as [number, number, number];
        const back = [0, 1, 2].map((row) =>
          light.reduce((sum, v, c) => sum + v * matrix[3 * row + c]!, 0),
        );
        [r, g, b].forEach((v, i) => expect(back[i]).toBeCloseTo(v, 3));
      }
    });

  it('tell sRGB from what looks like it', () => {
    expect(isSrgb(evenProfile(linear))).toBe(true);
    expect(isSrgb(evenProfile((v) => v ** 2.2))).toBe(false);
    expect(isSrgb(p3)).toBe(false);
  });
});

/** The transfer of Rec. 2020 (ITU-R BT.2020, table 4), undone. */
function decode2020(v: number): number {
  const [a, b] = [1.09929682680944, 0.018053968510807];
  return v < b * 4.5 ? v / 4.5 : ((v + a - 1) / a) ** (1 / 0.45);
}

/** A picture's light, number by number. */
function reference({ depth, data }: StraightImage, { curves, matrix }: ColourProfile, i: number) {
  const top = depth === 8 ? 255 : 65535;
  const at = (c: number) => data[i * 4 + c]!;
  const light = [0, 1, 2].map((c) => {
    if (depth === 32) return at(c);
    const place = (at(c) / top) * CURVE_STEPS;
    const low = Math.floor(place);
    const of = (k: number) => curves[c * (CURVE_STEPS + 1) + Math.min(k, CURVE_STEPS)]!;
    return of(low) + (of(low + 1) - of(low)) * (place - low);
  });
  const alpha = depth === 32 ? at(3) : at(3) / top;
  return {
    alpha,
    light: [0, 1, 2].map((r) => light.reduce((s, v, c) => s + v * matrix[3 * r + c]!, 0)),
  };
}

const shown = (v: number) => {
  const x = Math.abs(v);
  return Math.sign(v) * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);
};

describe('pictures with a profile', () => {
  const odd = profileOf([(v) => v ** 1.8, (v) => v, (v) => v ** 2.4], srgbFrom(primaries.rec2020));
  const [width, height] = [7, 5];
  const numbers = { minLength: width * height * 4, maxLength: width * height * 4 };
  const image: fc.Arbitrary<StraightImage> = fc.oneof(
    fc
      .array(fc.integer({ min: 0, max: 255 }), numbers)
      .map((n) => ({ width, height, depth: 8 as const, data: Uint8Array.from(n) })),
    fc
      .array(fc.integer({ min: 0, max: 65535 }), numbers)
      .map((n) => ({ width, height, depth: 16 as const, data: Uint16Array.from(n) })),
    fc
      .array(fc.float({ min: 0, max: 16, noNaN: true }), numbers)
      .map((n) => ({ width, height, depth: 32 as const, data: Float32Array.from(n) })),
  );

  it('are the light that the profile says, below 0 and above 1 too', () => {
    fc.assert(
      fc.property(image, fc.constantFrom(p3, odd), fc.boolean(), (given, profile, isLight) => {
        const region = { x: 0, y: 0, width, height };
        const made = unpack(
          pixelsInMemory({ ...given, profile }),
          region,
          isLight ? 'light' : 'displayed',
        ).data;
        for (let i = 0; i < width * height; i++) {
          const { alpha, light } = reference(given, profile, i);
          for (let c = 0; c < 3; c++) {
            const v = (isLight ? light[c]! : shown(light[c]!)) * alpha;
            expect(Math.abs(made[i * 4 + c]! - v)).toBeLessThan(2e-5 * Math.max(1, Math.abs(v)));
          }
          expect(made[i * 4 + 3]).toBeCloseTo(alpha, 5);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('a green that no sRGB screen can show stays outside', () => {
    const data = Uint8Array.of(0, 255, 0, 255);
    const green = unpack(
      pixelsInMemory({ width: 1, height: 1, depth: 8, data, profile: p3 }),
      { x: 0, y: 0, width: 1, height: 1 },
      'light',
    ).data;
    // Display P3's green in linear sRGB (W3C CSS Color 4, conversion matrices).
    [-0.2249, 1.0421, -0.0786].forEach((v, c) => expect(green[c]).toBeCloseTo(v, 3));
  });

  it('a part is that part of the whole, by one thread or several', () => {
    fc.assert(
      fc.property(image, (given) => {
        const whole = { x: 0, y: 0, width, height };
        const part = { x: 2, y: 1, width: 4, height: 3 };
        const all = unpack(
          pixelsInMemory({ ...given, profile: odd }),
          whole,
          'displayed',
        ).data.slice();
        const some = alone(() =>
          unpack(pixelsInMemory({ ...given, profile: odd }), part, 'displayed').data.slice(),
        );
        for (let y = 0; y < part.height; y++)
          for (let x = 0; x < part.width * 4; x++)
            expect(some[y * part.width * 4 + x]).toBe(all[((y + 1) * width + 2) * 4 + x]);
      }),
      { numRuns: 20 },
    );
  });
});
