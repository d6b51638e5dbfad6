/** Compositing one premultiplied pixel (Compositing and Blending Level 1, sections 5 and 9.1). */
import {
  ADD,
  COLOR,
  COLOR_BURN,
  COLOR_DODGE,
  DARKEN,
  DIFFERENCE,
  DIVIDE,
  EXCLUSION,
  HARD_LIGHT,
  HUE,
  LIGHTEN,
  LUMINOSITY,
  MID_GREY_ADD,
  MULTIPLY,
  NORMAL,
  OVERLAY,
  SATURATION,
  SCREEN,
  SOFT_LIGHT,
  SUBTRACT,
  SUBTRACTIVE_BURN,
  blended,
  isBounded,
} from './blend';

// @ts-ignore: decorator
@inline
export function alphaOf(v: v128): v128 {
  return v128.shuffle<f32>(v, v, 3, 3, 3, 3);
}

/**
 * One pixel: `s` premultiplied with its opacity, `x` the backdrop. In every lane
 * co = s·(1 − αb) + x·(1 − αs) + αs·αb·B. A bounded mode gets clamped colours, and what the backdrop
 * has above 1 is carried through.
 */
// @ts-ignore: decorator
@inline
export function over(mode: i32, x: v128, s: v128): v128 {
  const one = f32x4.splat(1);
  const as4 = alphaOf(s);
  const keep = f32x4.sub(one, as4);
  if (mode == NORMAL) return f32x4.add(s, f32x4.mul(x, keep));
  if (mode == ADD)
    return f32x4.add(s, f32x4.mul(x, v128.bitselect(keep, one, i32x4(0, 0, 0, -1))));
  const ab = alphaOf(x);
  if (mode == SCREEN) {
    // Where nothing exceeds 1 this is all there is to it.
    if (!v128.any_true(v128.or(f32x4.gt(x, ab), f32x4.gt(s, as4))))
      return f32x4.sub(f32x4.add(s, x), f32x4.mul(s, x));
  }
  return f32x4.add(f32x4.mul(s, f32x4.sub(one, ab)), atop(mode, x, s, ab, as4));
}

/** What of a pixel lies within the backdrop's coverage: x·(1 − αs) + αs·αb·B. */
// @ts-ignore: decorator
@inline
function atop(mode: i32, x: v128, s: v128, ab: v128, as4: v128): v128 {
  const left = f32x4.mul(x, f32x4.sub(f32x4.splat(1), as4));
  if (!isBounded(mode)) return f32x4.add(left, blended(mode, x, s, ab, as4));
  const under = f32x4.pmin(x, ab);
  return f32x4.add(
    f32x4.add(left, f32x4.mul(as4, f32x4.sub(x, under))),
    blended(mode, under, f32x4.pmin(s, as4), ab, as4),
  );
}

/** As `over`, for a mode that is known only when it is asked for. */
export function anyOver(mode: i32, x: v128, s: v128): v128 {
  const ab = alphaOf(x);
  return f32x4.add(
    f32x4.mul(s, f32x4.sub(f32x4.splat(1), ab)),
    anyAtop(mode, x, s, ab, alphaOf(s)),
  );
}

/** As `atop`, for a mode that is known only when it is asked for. */
export function anyAtop(mode: i32, x: v128, s: v128, ab: v128, as4: v128): v128 {
  switch (mode) {
    case LIGHTEN:
      return atop(LIGHTEN, x, s, ab, as4);
    case COLOR_DODGE:
      return atop(COLOR_DODGE, x, s, ab, as4);
    case OVERLAY:
      return atop(OVERLAY, x, s, ab, as4);
    case SOFT_LIGHT:
      return atop(SOFT_LIGHT, x, s, ab, as4);
    case HARD_LIGHT:
      return atop(HARD_LIGHT, x, s, ab, as4);
    case MID_GREY_ADD:
      return atop(MID_GREY_ADD, x, s, ab, as4);
    case MULTIPLY:
      return atop(MULTIPLY, x, s, ab, as4);
    case DARKEN:
      return atop(DARKEN, x, s, ab, as4);
    case COLOR_BURN:
      return atop(COLOR_BURN, x, s, ab, as4);
    case SUBTRACTIVE_BURN:
      return atop(SUBTRACTIVE_BURN, x, s, ab, as4);
    case SUBTRACT:
      return atop(SUBTRACT, x, s, ab, as4);
    case DIVIDE:
      return atop(DIVIDE, x, s, ab, as4);
    case DIFFERENCE:
      return atop(DIFFERENCE, x, s, ab, as4);
    case EXCLUSION:
      return atop(EXCLUSION, x, s, ab, as4);
    case HUE:
      return atop(HUE, x, s, ab, as4);
    case SATURATION:
      return atop(SATURATION, x, s, ab, as4);
    case COLOR:
      return atop(COLOR, x, s, ab, as4);
    case LUMINOSITY:
      return atop(LUMINOSITY, x, s, ab, as4);
    case SCREEN:
      return atop(SCREEN, x, s, ab, as4);
    case ADD:
      return atop(ADD, x, s, ab, as4);
    default:
      return atop(NORMAL, x, s, ab, as4);
  }
}
