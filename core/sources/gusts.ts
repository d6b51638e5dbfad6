/** A number from 0 to 1 for a whole number (an integer mixer after Wang). */
function chance(i: number, seed: number): number {
  let h = Math.imul(i, 0x27d4eb2d) ^ Math.imul(seed + 1, 0x165667b1);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return ((h ^ (h >>> 15)) >>> 0) / 2 ** 32;
}

/** Smooth noise along a way, 0–1, one new value a unit. */
export function noiseAt(t: number, seed: number): number {
  const i = Math.floor(t);
  const f = t - i;
  const u = f * f * (3 - 2 * f);
  return chance(i, seed) * (1 - u) + chance(i + 1, seed) * u;
}
