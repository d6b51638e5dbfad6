import { linear } from './colour';
import type { Matrix3 } from './matrix3';
import { inverse, product, times } from './matrix3';

/** What the numbers of a picture mean as light. */
export interface ColourProfile {
  /** For red, green and blue: the light of each of CURVE_STEPS + 1 numbers, evenly from 0 to 1, one table behind another. */
  curves: Float32Array;
  /** From its own light to that of sRGB's primaries, row by row. */
  matrix: Matrix3;
}

/** A multiple of 255, so that each number of 8 bits has a value of its own. */
export const CURVE_STEPS = 16 * 255;

const IDENTITY: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** A profile of three curves, from numbers (0 to 1) to light, and a matrix. */
export function profileOf(
  curves: readonly [
    red: (v: number) => number,
    green: (v: number) => number,
    blue: (v: number) => number,
  ],
  matrix: Matrix3 = IDENTITY,
): ColourProfile {
  const size = CURVE_STEPS + 1;
  const table = new Float32Array(3 * size);
  curves.forEach((curve, c) => {
    // Most profiles have one curve for all three.
    const same = curves.indexOf(curve);
    if (same < c) table.copyWithin(c * size, same * size, (same + 1) * size);
    else for (let i = 0; i < size; i++) table[c * size + i] = curve(i / CURVE_STEPS);
  });
  return { curves: table, matrix };
}

/** The same curve for red, green and blue. */
export const evenProfile = (curve: (v: number) => number, matrix?: Matrix3): ColourProfile =>
  profileOf([curve, curve, curve], matrix);

const SRGB = evenProfile(linear);
/** A difference of the light that this comes to is not seen: under a quarter of a tone of 8 bits. */
const UNSEEN = 1 / 1020;

/** Whether a profile says what sRGB says, to less than can be seen. */
export const isSrgb = ({ curves, matrix }: ColourProfile): boolean =>
  matrix.every((v, i) => Math.abs(v - IDENTITY[i]!) < UNSEEN) &&
  // The same step of light is more of a tone in the dark, down to where the curve of sRGB is straight.
  curves.every((v, i) => Math.abs(v - SRGB.curves[i]!) < UNSEEN * Math.max(0.08, v));

/** Red, green, blue and white of a colour space as CIE x and y. */
export interface Primaries {
  red: readonly [x: number, y: number];
  green: readonly [x: number, y: number];
  blue: readonly [x: number, y: number];
  white: readonly [x: number, y: number];
}

const D65 = [0.3127, 0.329] as const;
export const primaries = {
  srgb: { red: [0.64, 0.33], green: [0.3, 0.6], blue: [0.15, 0.06], white: D65 },
  p3: { red: [0.68, 0.32], green: [0.265, 0.69], blue: [0.15, 0.06], white: D65 },
  rec2020: { red: [0.708, 0.292], green: [0.17, 0.797], blue: [0.131, 0.046], white: D65 },
} as const satisfies Record<string, Primaries>;

const xyz = ([x, y]: readonly [number, number]): [number, number, number] => [
  x / y,
  1,
  (1 - x - y) / y,
];

/** The cones that the eye adapts by (Bradford; ICC.1:2022, annex E). */
const BRADFORD: Matrix3 = [
  0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296,
];
/** The white of profiles (ICC.1:2022, 7.2.16). */
const D50 = [0.9642, 1, 0.8249] as const;

/** From light of some primaries to CIE XYZ, seen by an eye adapted to D50. */
function toXyz({ red, green, blue, white }: Primaries): Matrix3 {
  const [r, g, b] = [xyz(red), xyz(green), xyz(blue)];
  const columns: Matrix3 = [r[0], g[0], b[0], r[1], g[1], b[1], r[2], g[2], b[2]];
  const amounts = times(inverse(columns), xyz(white));
  const own = columns.map((v, i) => v * amounts[i % 3]!) as unknown as Matrix3;
  const [from, to] = [times(BRADFORD, xyz(white)), times(BRADFORD, D50)];
  const cones: Matrix3 = [to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]];
  return product(product(inverse(BRADFORD), product(cones, BRADFORD)), own);
}

const FROM_D50 = inverse(toXyz(primaries.srgb));

/** From light whose red, green and blue are columns of CIE XYZ under D50 to light of sRGB's primaries. */
export const srgbFromD50 = (columns: Matrix3): Matrix3 => product(FROM_D50, columns);

/** From light of some primaries to light of sRGB's, white to white. */
export const srgbFrom = (from: Primaries): Matrix3 => srgbFromD50(toXyz(from));

/** Where colours are shown, by name: their primaries; the curve is that of sRGB. */
export const SPACES = { srgb: primaries.srgb, p3: primaries.p3 } as const;
export type Space = keyof typeof SPACES;

/** From light of sRGB's primaries to light of a space's. */
export const srgbTo = (space: Space): Matrix3 =>
  space === 'srgb' ? IDENTITY : inverse(srgbFrom(SPACES[space]));

/** Red, green and blue of a space as columns of CIE XYZ under D50, row by row. */
export const columnsOf = (space: Space): Matrix3 => toXyz(SPACES[space]);
