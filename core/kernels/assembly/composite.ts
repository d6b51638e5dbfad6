/** Compositing rows of premultiplied RGBA (Compositing and Blending Level 1, sections 5 and 9.1). */
import { get, get4, put4, splat } from './access';
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
} from './blend';
import { alphaOf, anyAtop, anyOver, over } from './pixel';

// @ts-ignore: decorator
@inline
function bufferRows(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  m: usize,
  mStride: i32,
  width: i32,
  opacity: f32,
  from: i32,
  to: i32,
): void {
  const k = f32x4.splat(opacity);
  for (let y = from; y < to; y++) {
    let bp = b + y * bStride;
    let sp = s + y * sStride;
    let mp = m + y * mStride;
    for (const end = bp + (width << 4); bp < end; bp += 16, sp += 16, mp += 4) {
      const own = f32x4.mul(get4(sp), m ? f32x4.mul(splat(mp), k) : k);
      if (!(f32x4.extract_lane(own, 3) > 0)) continue;
      put4(bp, over(mode, get4(bp), own));
    }
  }
}

// @ts-ignore: decorator
@inline
function planeRows(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  colour: v128,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let bp = b + y * bStride;
    let sp = s + y * sStride;
    for (const end = bp + (width << 4); bp < end; bp += 16, sp += 4) {
      const cover = get(sp);
      if (!(cover > 0)) continue;
      put4(bp, over(mode, get4(bp), f32x4.mul(colour, f32x4.splat(cover))));
    }
  }
}

/**
 * Lays rows `from`–`to` of premultiplied RGBA at `s` onto those at `b`, in place; strides are in
 * bytes, opacity is 0–1. Unless `m` is 0, each pixel is multiplied by a plane that stands there.
 */
export function composite(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  m: usize,
  mStride: i32,
  width: i32,
  opacity: f32,
  from: i32,
  to: i32,
): void {
  switch (mode) {
    case SCREEN:
      return bufferRows(SCREEN, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case ADD:
      return bufferRows(ADD, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case LIGHTEN:
      return bufferRows(LIGHTEN, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case COLOR_DODGE:
      return bufferRows(COLOR_DODGE, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case OVERLAY:
      return bufferRows(OVERLAY, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case SOFT_LIGHT:
      return bufferRows(SOFT_LIGHT, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case HARD_LIGHT:
      return bufferRows(HARD_LIGHT, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case MID_GREY_ADD:
      return bufferRows(MID_GREY_ADD, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case MULTIPLY:
      return bufferRows(MULTIPLY, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case DARKEN:
      return bufferRows(DARKEN, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case COLOR_BURN:
      return bufferRows(COLOR_BURN, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case SUBTRACTIVE_BURN:
      return bufferRows(SUBTRACTIVE_BURN, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case SUBTRACT:
      return bufferRows(SUBTRACT, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case DIVIDE:
      return bufferRows(DIVIDE, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case DIFFERENCE:
      return bufferRows(DIFFERENCE, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case EXCLUSION:
      return bufferRows(EXCLUSION, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case HUE:
      return bufferRows(HUE, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case SATURATION:
      return bufferRows(SATURATION, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case COLOR:
      return bufferRows(COLOR, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    case LUMINOSITY:
      return bufferRows(LUMINOSITY, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
    default:
      return bufferRows(NORMAL, b, bStride, s, sStride, m, mStride, width, opacity, from, to);
  }
}

/**
 * Lays one colour (premultiplied by `alpha`, which is its opacity) through rows of a plane at `s`
 * onto premultiplied RGBA at `b`, in place. The common modes of light have loops of their own.
 */
export function compositePlane(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  red: f32,
  green: f32,
  blue: f32,
  alpha: f32,
  from: i32,
  to: i32,
): void {
  const colour = f32x4(red, green, blue, alpha);
  switch (mode) {
    case NORMAL:
      return planeRows(NORMAL, b, bStride, s, sStride, width, colour, from, to);
    case SCREEN:
      return planeRows(SCREEN, b, bStride, s, sStride, width, colour, from, to);
    case ADD:
      return planeRows(ADD, b, bStride, s, sStride, width, colour, from, to);
    default:
      return anyPlaneRows(mode, b, bStride, s, sStride, width, colour, from, to);
  }
}

/** The modes that are rarer for a pass: each pixel asks for its own. */
function anyPlaneRows(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  colour: v128,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let bp = b + y * bStride;
    let sp = s + y * sStride;
    for (const end = bp + (width << 4); bp < end; bp += 16, sp += 4) {
      const cover = get(sp);
      if (!(cover > 0)) continue;
      put4(bp, anyOver(mode, get4(bp), f32x4.mul(colour, f32x4.splat(cover))));
    }
  }
}

/**
 * Moves rows of premultiplied RGBA under a blend towards others of the same coverage, in place, by an
 * amount (0–1) and, unless `m` is 0, a plane: the coverage stays, and at whole amount the colour is B.
 */
export function settleRows(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  m: usize,
  mStride: i32,
  width: i32,
  amount: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let bp = b + y * bStride;
    let sp = s + y * sStride;
    let mp = m + y * mStride;
    for (const end = bp + (width << 4); bp < end; bp += 16, sp += 16, mp += 4) {
      const x = get4(bp);
      const ab = alphaOf(x);
      const share = m ? get(mp) * amount : amount;
      const cover = f32x4.extract_lane(ab, 0);
      if (!(cover > 0 && share > 0)) continue;
      const own = v128.bitselect(x, get4(sp), i32x4(0, 0, 0, -1));
      const source = f32x4.mul(own, f32x4.splat(share / cover));
      put4(bp, anyAtop(mode, x, source, ab, alphaOf(source)));
    }
  }
}
