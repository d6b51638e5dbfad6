/**
 * What each blend does to a pixel (Compositing and Blending Level 1, section 10, and the five of our
 * own), in premultiplied form, so that hardly one divides: what is returned is αs·αb·B(cb, cs), and in
 * the fourth lane αs·αb. The numbers of the modes are those of `blend/index.ts`.
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

/** Colour lanes of one, the alpha lane of another. */
// @ts-ignore: decorator
@inline
function withAlpha(v: v128, alpha: v128): v128 {
  return v128.bitselect(alpha, v, i32x4(0, 0, 0, -1));
}

/** Lum of the specification, in every lane. */
// @ts-ignore: decorator
@inline
function lum(c: v128): v128 {
  const w = f32x4.mul(c, f32x4(0.3, 0.59, 0.11, 0));
  const pairs = f32x4.add(w, v128.shuffle<f32>(w, w, 1, 0, 3, 2));
  return f32x4.add(pairs, v128.shuffle<f32>(pairs, pairs, 2, 3, 0, 1));
}

/** The three channels, each turned one place on, for the least and greatest of them. */
// @ts-ignore: decorator
@inline
function lowest(c: v128): v128 {
  const d = v128.shuffle<f32>(c, c, 1, 2, 0, 1);
  const e = v128.shuffle<f32>(c, c, 2, 0, 1, 2);
  const m = least(c, least(d, e));
  return v128.shuffle<f32>(m, m, 0, 0, 0, 0);
}

// @ts-ignore: decorator
@inline
function highest(c: v128): v128 {
  const d = v128.shuffle<f32>(c, c, 1, 2, 0, 1);
  const e = v128.shuffle<f32>(c, c, 2, 0, 1, 2);
  const m = most(c, most(d, e));
  return v128.shuffle<f32>(m, m, 0, 0, 0, 0);
}

// @ts-ignore: decorator
@inline
function sat(c: v128): v128 {
  return f32x4.sub(highest(c), lowest(c));
}

/**
 * SetLum of the specification on colours scaled by `whole` (what 1 has become): the colour with
 * luminosity `l`, brought back into 0–whole.
 */
// @ts-ignore: decorator
@inline
function setLum(c: v128, l: v128, whole: v128): v128 {
  let v = f32x4.add(c, f32x4.sub(l, lum(c)));
  const n = lowest(v);
  if (v128.any_true(f32x4.lt(n, f(0)))) {
    const below = most(f(1e-30), f32x4.sub(l, n));
    v = f32x4.add(l, f32x4.mul(f32x4.sub(v, l), f32x4.div(l, below)));
  }
  const x = highest(v);
  if (v128.any_true(f32x4.gt(x, whole))) {
    const above = most(f(1e-30), f32x4.sub(x, l));
    v = f32x4.add(l, f32x4.mul(f32x4.sub(v, l), f32x4.div(f32x4.sub(whole, l), above)));
  }
  return v;
}

/**
 * SetSat of the specification: the least channel becomes 0, the greatest `s`. A grey has no hue, and
 * what is nearly grey would take one from the rounding of floats: below the least spread that 8 bits
 * can hold, saturation falls to nothing in proportion.
 */
// @ts-ignore: decorator
@inline
function setSat(c: v128, s: v128, whole: v128): v128 {
  const n = lowest(c);
  const spread = f32x4.sub(highest(c), n);
  const least = most(spread, f32x4.mul(whole, f(1.0 / 256)));
  return f32x4.mul(f32x4.sub(c, n), f32x4.div(s, most(least, f(1e-30))));
}

/**
 * αs·αb·B of a mode, which must be a constant where this is inlined. `x` and `s` are premultiplied, of
 * alpha `ab` and `as4`; in a bounded mode neither exceeds its alpha. `as4` must be above 0.
 */
// @ts-ignore: decorator
@inline
export function blended(mode: i32, x: v128, s: v128, ab: v128, as4: v128): v128 {
  const zero = f(0);
  if (mode == MULTIPLY) return f32x4.mul(x, s);
  const both = f32x4.mul(ab, as4);
  const cb = f32x4.mul(x, as4);
  const cs = f32x4.mul(s, ab);
  if (mode == SCREEN) return f32x4.sub(f32x4.add(cb, cs), f32x4.mul(x, s));
  if (mode == LIGHTEN) return most(cb, cs);
  if (mode == DARKEN) return least(cb, cs);
  if (mode == OVERLAY || mode == HARD_LIGHT) {
    const low = twice(f32x4.mul(x, s));
    const high = f32x4.sub(both, twice(f32x4.mul(f32x4.sub(ab, x), f32x4.sub(as4, s))));
    return v128.bitselect(low, high, f32x4.le(twice(mode == OVERLAY ? cb : cs), both));
  }
  if (mode == SOFT_LIGHT) {
    // B = cb + (2·cs − 1)·g(cb), where g is d(cb) − cb for a light source, cb·(1 − cb) for a dark one.
    const c = f32x4.div(x, most(ab, f(1e-30)));
    const poly = f32x4.mul(
      f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(f(16), c), f(12)), c), f(4)),
      c,
    );
    const d = v128.bitselect(poly, f32x4.sqrt(c), f32x4.le(c, f(0.25)));
    const pull = f32x4.sub(twice(s), as4);
    const g = v128.bitselect(
      f32x4.sub(d, c),
      f32x4.mul(c, f32x4.sub(f(1), c)),
      f32x4.gt(pull, zero),
    );
    return f32x4.add(cb, f32x4.mul(f32x4.mul(ab, pull), g));
  }
  if (mode == COLOR_DODGE) {
    const room = f32x4.sub(as4, s);
    const lit = f32x4.mul(as4, least(ab, f32x4.div(cb, room)));
    return v128.andnot(v128.bitselect(lit, both, f32x4.gt(room, zero)), f32x4.le(x, zero));
  }
  if (mode == COLOR_BURN) {
    const room = f32x4.sub(ab, x);
    const burnt = f32x4.mul(as4, least(ab, f32x4.div(f32x4.mul(room, as4), s)));
    const left = v128.and(f32x4.sub(both, burnt), f32x4.gt(s, zero));
    return v128.bitselect(left, both, f32x4.gt(room, zero));
  }
  if (mode == DIVIDE) {
    const lit = f32x4.mul(as4, least(ab, f32x4.div(cb, s)));
    return v128.andnot(v128.bitselect(lit, both, f32x4.gt(s, zero)), f32x4.le(x, zero));
  }
  if (mode == SUBTRACTIVE_BURN) return most(zero, f32x4.sub(f32x4.add(cb, cs), both));
  let v = cs;
  if (mode == ADD) v = f32x4.add(cb, cs);
  if (mode == MID_GREY_ADD)
    v = most(zero, f32x4.sub(f32x4.add(cb, cs), f32x4.mul(both, f(0.5))));
  if (mode == SUBTRACT) v = most(zero, f32x4.sub(cb, cs));
  if (mode == DIFFERENCE) v = f32x4.abs(f32x4.sub(cb, cs));
  if (mode == EXCLUSION) v = f32x4.sub(f32x4.add(cb, cs), twice(f32x4.mul(x, s)));
  if (mode == HUE) v = setLum(setSat(cs, sat(cb), both), lum(cb), both);
  if (mode == SATURATION) v = setLum(setSat(cb, sat(cs), both), lum(cb), both);
  if (mode == COLOR) v = setLum(cs, lum(cb), both);
  if (mode == LUMINOSITY) v = setLum(cb, lum(cs), both);
  return withAlpha(v, both);
}

/** Whether a mode's formula assumes 0–1. */
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
    mode >= EXCLUSION
  );
}
