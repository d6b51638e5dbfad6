/**
 * Chance that is the same on every machine: integers mixed as by Wellons' lowbias32 ("Prospecting for
 * hash functions", 2018).
 */

/** A number in [0, 1) for each pair of whole numbers. */
export function chance(seed: number, n: number): number {
  let h = Math.imul(seed | 0, 0x9e3779b1) ^ Math.imul((n | 0) + 0x7f4a7c15, 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 16), 0x21f0aaad);
  h = Math.imul(h ^ (h >>> 15), 0x735a2d97);
  return ((h ^ (h >>> 15)) >>> 0) / 4294967296;
}

/** `chance` in [−1, 1). */
export const eitherWay = (seed: number, n: number): number => chance(seed, n) * 2 - 1;

/** Smooth noise in [−1, 1] along a line, one new value a unit (value noise). */
export function drift(seed: number, x: number): number {
  const i = Math.floor(x);
  const t = x - i;
  const s = t * t * (3 - 2 * t);
  const [a, b] = [eitherWay(seed, i), eitherWay(seed, i + 1)];
  return a + (b - a) * s;
}

/** Jagged noise in [−1, 1] along a line, straight from one value to the next. */
export function jag(seed: number, x: number): number {
  const i = Math.floor(x);
  const [a, b] = [eitherWay(seed, i), eitherWay(seed, i + 1)];
  return a + (b - a) * (x - i);
}

/** A number in [0, 1) for each place of whole numbers, as the kernels have it (kernels/assembly/noise.ts). */
export function placeChance(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 0x85ebca6b) ^ Math.imul(y, 0x9e3779b1) ^ Math.imul(seed, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 16), 0x21f0aaad);
  h = Math.imul(h ^ (h >>> 15), 0x735a2d97);
  return ((h ^ (h >>> 15)) >>> 8) / 16_777_216;
}
