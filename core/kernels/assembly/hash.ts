/** Hashes of places of whole numbers: of one, and of four at once. */

/** What a step to the right, one down and another seed add to a place before it is hashed (lowbias32: Wellons, 2018). */
export const RIGHT: i32 = 0x85ebca6b;
export const DOWN: i32 = 0x9e3779b1;
const SEED: i32 = 0xc2b2ae35;

/** The number from 0 to 1 that comes of the bits of a place. */
// @ts-ignore: decorator
@inline
export function hashOf(bits: i32): f32 {
  let h = ((bits as u32) ^ ((bits as u32) >> 16)) * 0x21f0aaad;
  h = (h ^ (h >> 15)) * 0x735a2d97;
  h ^= h >> 15;
  return ((h >> 8) as f32) * (1.0 / 16777216.0);
}

/** The bits of a place of whole numbers, without a seed. */
// @ts-ignore: decorator
@inline
export function bitsOf(x: i32, y: i32): i32 {
  return (x * RIGHT) ^ (y * DOWN);
}

/** The bits of a place with a seed. */
// @ts-ignore: decorator
@inline
export function seeded(bits: i32, seed: i32): i32 {
  return bits ^ (seed * SEED);
}

/** A number from 0 to 1 for each place of whole numbers. */
// @ts-ignore: decorator
@inline
export function hashAt(x: i32, y: i32, seed: i32): f32 {
  return hashOf(seeded(bitsOf(x, y), seed));
}

/** A whole number brought into 0 to `period` − 1; 0 leaves it as it is. */
// @ts-ignore: decorator
@inline
export function wrapped(v: f32, period: f32): f32 {
  return period == 0 ? v : v - period * Mathf.floor(v / period);
}

/** The bits of four places mixed, so that each of them is as good as any. */
// @ts-ignore: decorator
@inline
export function mixedBits(hash: v128): v128 {
  let h = i32x4.mul(v128.xor(hash, i32x4.shr_u(hash, 16)), i32x4.splat(0x21f0aaad));
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 15)), i32x4.splat(0x735a2d97));
  return v128.xor(h, i32x4.shr_u(h, 15));
}

/** As `hashOf`, of the bits of four places. */
// @ts-ignore: decorator
@inline
export function hashesOf(hash: v128): v128 {
  const h = mixedBits(hash);
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(h, 8)), f32x4.splat(1.0 / 16777216.0));
}

// @ts-ignore: decorator
@inline
export function columnsOf(x: v128): v128 {
  return i32x4.mul(i32x4.trunc_sat_f32x4_s(x), i32x4.splat(RIGHT));
}

// @ts-ignore: decorator
@inline
export function rowsOf(y: v128): v128 {
  return i32x4.mul(i32x4.trunc_sat_f32x4_s(y), i32x4.splat(DOWN));
}

/** The bits of rows with a seed. */
// @ts-ignore: decorator
@inline
export function seededRows(row: v128, seed: i32): v128 {
  return v128.xor(row, i32x4.splat(seed * SEED));
}

/** Whole numbers brought into 0 to `period` − 1; 0 leaves them as they are. */
// @ts-ignore: decorator
@inline
export function allWrapped(v: v128, period: f32): v128 {
  if (period == 0) return v;
  const p = f32x4.splat(period);
  return f32x4.sub(v, f32x4.mul(p, f32x4.floor(f32x4.div(v, p))));
}
