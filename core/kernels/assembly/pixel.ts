/** Compositing one premultiplied pixel (Compositing and Blending Level 1, sections 5 and 9.1). */
import { ADD, NORMAL, change, isBounded, laysLight } from './blend';

// @ts-ignore: decorator
@inline
export function alphaOf(v: v128): v128 {
  return v128.shuffle<f32>(v, v, 3, 3, 3, 3);
}

/**
 * One pixel under a separable mode, which must be a constant: `s` premultiplied with its opacity, `x` the
 * backdrop. In every lane co = s·(1 − αb) + x + αs·αb·(B − cb); `outside` (1 or 0) multiplies the first
 * term, what of the source lies beside the backdrop. A bounded mode gets clamped colours; what the
 * backdrop has above 1 stays, and of one that lays light on what the source has is added.
 */
// @ts-ignore: decorator
@inline
export function over(mode: i32, x: v128, s: v128, outside: v128): v128 {
  const as4 = alphaOf(s);
  const ab = alphaOf(x);
  if (mode == NORMAL || mode == ADD) {
    // Light is added whole; only coverage hides what lies beneath.
    const hidden = f32x4.mul(x, mode == ADD ? v128.and(as4, i32x4(0, 0, 0, -1)) : as4);
    return f32x4.add(f32x4.mul(s, f32x4.pmax(ab, outside)), f32x4.sub(x, hidden));
  }
  const beside = f32x4.mul(outside, f32x4.sub(s, f32x4.mul(s, ab)));
  const below = f32x4.pmin(s, as4);
  const made = isBounded(mode)
    ? change(mode, f32x4.pmin(x, ab), below, ab, as4)
    : change(mode, x, s, ab, as4);
  const laid = f32x4.add(f32x4.add(beside, x), made);
  return laysLight(mode) ? f32x4.add(laid, f32x4.mul(f32x4.sub(s, below), ab)) : laid;
}
