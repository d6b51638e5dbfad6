/** Oklab (Ottosson, 2020), by its matrices. */

/** Row by row: from linear light of sRGB to the cones of Oklab, from their roots to lightness, a and b, and back. */
export const TO_CONES = [
  0.4122214708, 0.5363325363, 0.0514459929, 0.2119034982, 0.6806995451, 0.1073969566, 0.0883024619,
  0.2817188376, 0.6299787005,
];
export const TO_LAB = [
  0.2104542553, 0.793617785, -0.0040720468, 1.9779984951, -2.428592205, 0.4505937099, 0.0259040371,
  0.7827717662, -0.808675766,
];
export const FROM_LAB = [
  1, 0.3963377774, 0.2158037573, 1, -0.1055613458, -0.0638541728, 1, -0.0894841775, -1.291485548,
];
export const FROM_CONES = [
  4.0767416621, -3.3077115913, 0.2309699292, -1.2684380046, 2.6097574011, -0.3413193965,
  -0.0041960863, -0.7034186147, 1.707614701,
];

/** A 3 × 3 matrix, row by row, times three numbers. */
const times = (m: readonly number[], a: number, b: number, c: number): [number, number, number] => [
  m[0]! * a + m[1]! * b + m[2]! * c,
  m[3]! * a + m[4]! * b + m[5]! * c,
  m[6]! * a + m[7]! * b + m[8]! * c,
];

/** Lightness, a and b of linear light of sRGB. */
export function oklabOf(red: number, green: number, blue: number): [number, number, number] {
  const [l, m, s] = times(TO_CONES, red, green, blue);
  return times(TO_LAB, Math.cbrt(l), Math.cbrt(m), Math.cbrt(s));
}
