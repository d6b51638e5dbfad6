/** Four px turned into planes of their channels, and back, two steps each way. */

/** The first two lanes of each. */
// @ts-ignore: decorator
@inline
export function evens(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(a, b, 0, 1, 4, 5);
}

/** The last two lanes of each. */
// @ts-ignore: decorator
@inline
export function odds(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(a, b, 2, 3, 6, 7);
}

/** The first two lanes of both, in turn. */
// @ts-ignore: decorator
@inline
export function low(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(a, b, 0, 4, 1, 5);
}

/** The last two lanes of both, in turn. */
// @ts-ignore: decorator
@inline
export function high(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(a, b, 2, 6, 3, 7);
}
