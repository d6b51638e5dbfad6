/**
 * What each separable blend does to a pixel (Compositing and Blending Level 1, section 10.1, and the
 * five of our own), in premultiplied form, so that hardly one divides. The numbers of the modes are
 * those of `blend/index.ts`.
 */

export const NORMAL = 0;
export const SCREEN = 1;
export const ADD = 2;
export const LIGHTEN = 3;
export const COLOR_DODGE = 4;
export const OVERLAY = 5;
export const SOFT_LIGHT = 6;
export const HARD_LIGHT = 7;
export const MID_GREY_ADD = 8;
export const MULTIPLY = 9;
export const DARKEN = 10;
export const COLOR_BURN = 11;
export const SUBTRACTIVE_BURN = 12;
export const SUBTRACT = 13;
export const DIVIDE = 14;
export const DIFFERENCE = 15;
export const EXCLUSION = 16;
export const HUE = 17;
export const SATURATION = 18;
export const COLOR = 19;
export const LUMINOSITY = 20;

// @ts-ignore: decorator
@inline
function f(v: f32): v128 {
  return f32x4.splat(v);
}

// @ts-ignore: decorator
@inline
function least(a: v128, b: v128): v128 {
  return f32x4.pmin(a, b);
}

// @ts-ignore: decorator
@inline
function most(a: v128, b: v128): v128 {
  return f32x4.pmax(a, b);
}

// @ts-ignore: decorator
@inline
function twice(v: v128): v128 {
  return f32x4.add(v, v);
}

/** The colour lanes, and 0 for alpha. */
// @ts-ignore: decorator
@inline
function colours(v: v128): v128 {
  return v128.and(v, i32x4(-1, -1, -1, 0));
}

/**
 * αs·αb·(B − cb) of a mode, which must be a constant where this is inlined: what the blend changes of
 * the backdrop; 0 in the alpha lane. `x` and `s` are premultiplied, of alpha `ab` and `as4`; in a
 * bounded mode neither exceeds its alpha. `as4` must be above 0.
 */
// @ts-ignore: decorator
@inline
export function change(mode: i32, x: v128, s: v128, ab: v128, as4: v128): v128 {
  const zero = f(0);
  // How far each is from 1.
  const dark = f32x4.sub(ab, x);
  const weak = f32x4.sub(as4, s);
  if (mode == SCREEN) return f32x4.mul(s, dark);
  // Overlay, hard light and soft light pull the backdrop up or down, by 2·cs − 1, as far as there is room.
  const pull = f32x4.sub(twice(s), as4);
  if (mode == OVERLAY) return f32x4.mul(pull, least(x, dark));
  if (mode == HARD_LIGHT)
    return f32x4.mul(pull, v128.bitselect(dark, x, f32x4.gt(pull, zero)));
  if (mode == SOFT_LIGHT) {
    // d(c) − c of the specification is c·(e² − 3e + 3) for e = 4c ≤ 1.
    // The divider is what takes longest here: over a backdrop without gaps it has half the work.
    // Without coverage 0/0 becomes 1, and counts nothing.
    const one = f(1);
    const c = f32x4.extract_lane(ab, 0) == 1 ? x : least(one, f32x4.div(x, ab));
    const e = twice(twice(c));
    const poly = f32x4.mul(c, f32x4.add(f32x4.mul(f32x4.sub(e, f(3)), e), f(3)));
    const up = v128.bitselect(poly, f32x4.sub(f32x4.sqrt(c), c), f32x4.le(e, one));
    const room = v128.bitselect(up, f32x4.sub(c, f32x4.mul(c, c)), f32x4.gt(pull, zero));
    return f32x4.mul(f32x4.mul(ab, pull), room);
  }
  const cb = f32x4.mul(x, as4);
  if (mode == COLOR_DODGE) {
    const lit = v128.bitselect(least(ab, f32x4.div(cb, weak)), ab, f32x4.gt(weak, zero));
    return v128.and(f32x4.mul(as4, f32x4.sub(lit, x)), f32x4.gt(x, zero));
  }
  if (mode == DIVIDE) {
    const lit = v128.bitselect(least(ab, f32x4.div(cb, s)), ab, f32x4.gt(s, zero));
    return v128.and(f32x4.mul(as4, f32x4.sub(lit, x)), f32x4.gt(x, zero));
  }
  if (mode == COLOR_BURN) {
    const burnt = v128.bitselect(
      least(ab, f32x4.div(f32x4.mul(dark, as4), s)),
      ab,
      f32x4.gt(s, zero),
    );
    return v128.and(f32x4.mul(as4, f32x4.sub(dark, burnt)), f32x4.gt(dark, zero));
  }
  const xs = f32x4.mul(x, s);
  if (mode == MULTIPLY) return f32x4.sub(xs, cb);
  const cs = f32x4.mul(s, ab);
  if (mode == LIGHTEN) return most(zero, f32x4.sub(cs, cb));
  if (mode == DARKEN) return least(zero, f32x4.sub(cs, cb));
  if (mode == EXCLUSION) return colours(f32x4.sub(cs, twice(xs)));
  if (mode == SUBTRACT) return colours(f32x4.sub(zero, least(cb, cs)));
  if (mode == DIFFERENCE) return colours(f32x4.sub(f32x4.abs(f32x4.sub(cb, cs)), cb));
  // Subtractive burn and mid-grey add: the sum less 1 or ½, but never below 0.
  const less = mode == SUBTRACTIVE_BURN ? f(1) : f32x4(0.5, 0.5, 0.5, 1);
  return most(f32x4.neg(cb), f32x4.sub(cs, f32x4.mul(f32x4.mul(ab, as4), less)));
}

/** Whether a bounded mode lays light on: what its source has above 1 is added, so that nothing is lost of it. */
// @ts-ignore: decorator
@inline
export function laysLight(mode: i32): bool {
  return mode == SCREEN || mode == COLOR_DODGE || mode == HARD_LIGHT;
}

/** Whether a separable mode's formula assumes 0–1. */
// @ts-ignore: decorator
@inline
export function isBounded(mode: i32): bool {
  return (
    mode == SCREEN ||
    mode == COLOR_DODGE ||
    mode == OVERLAY ||
    mode == SOFT_LIGHT ||
    mode == HARD_LIGHT ||
    mode == COLOR_BURN ||
    mode == DIVIDE ||
    mode == EXCLUSION
  );
}
