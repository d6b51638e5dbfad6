/**
 * One row of pixels under each mode. Every mode has a function of its own, so that the compiler
 * makes a loop for each: in one function it folds what they have in common, and asks for the mode anew
 * at every pixel.
 */
import { get4, put4 } from './access';
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
import { overFour } from './chroma';
import { over } from './pixel';
import { scratchRow } from './scratch';

/** Where the last pixels of a row stand that are not four: beyond any row. */
const SPARE: usize = 1 << 19;

// @ts-ignore: decorator
@inline
function each(mode: i32, b: usize, s: usize, width: i32, outside: v128): void {
  for (const end = b + ((width as usize) << 4); b < end; b += 16, s += 16) {
    const own = get4(s);
    if (f32x4.extract_lane(own, 3) > 0) put4(b, over(mode, get4(b), own, outside));
  }
}

// @ts-ignore: decorator
@inline
function fours(mode: i32, b: usize, s: usize, width: i32, outside: v128): void {
  const end = b + (((width & ~3) as usize) << 4);
  for (; b < end; b += 64, s += 64) {
    const s0 = get4(s);
    const s1 = get4(s + 16);
    const s2 = get4(s + 32);
    const s3 = get4(s + 48);
    const any = f32x4.add(f32x4.add(s0, s1), f32x4.add(s2, s3));
    if (f32x4.extract_lane(any, 3) > 0) overFour(mode, b, s0, s1, s2, s3, outside);
  }
  const left = width & 3;
  if (left == 0) return;
  const spare = scratchRow() + SPARE;
  const none = f32x4.splat(0);
  for (let i = 0; i < 4; i++) put4(spare + (i << 4), i < left ? get4(b + (i << 4)) : none);
  overFour(
    mode,
    spare,
    get4(s),
    left > 1 ? get4(s + 16) : none,
    left > 2 ? get4(s + 32) : none,
    none,
    outside,
  );
  for (let i = 0; i < left; i++) put4(b + (i << 4), get4(spare + (i << 4)));
}

function normal(b: usize, s: usize, width: i32, outside: v128): void {
  each(NORMAL, b, s, width, outside);
}

function screen(b: usize, s: usize, width: i32, outside: v128): void {
  each(SCREEN, b, s, width, outside);
}

function add(b: usize, s: usize, width: i32, outside: v128): void {
  each(ADD, b, s, width, outside);
}

function lighten(b: usize, s: usize, width: i32, outside: v128): void {
  each(LIGHTEN, b, s, width, outside);
}

function colorDodge(b: usize, s: usize, width: i32, outside: v128): void {
  each(COLOR_DODGE, b, s, width, outside);
}

function overlay(b: usize, s: usize, width: i32, outside: v128): void {
  each(OVERLAY, b, s, width, outside);
}

function softLight(b: usize, s: usize, width: i32, outside: v128): void {
  each(SOFT_LIGHT, b, s, width, outside);
}

function hardLight(b: usize, s: usize, width: i32, outside: v128): void {
  each(HARD_LIGHT, b, s, width, outside);
}

function midGreyAdd(b: usize, s: usize, width: i32, outside: v128): void {
  each(MID_GREY_ADD, b, s, width, outside);
}

function multiply(b: usize, s: usize, width: i32, outside: v128): void {
  each(MULTIPLY, b, s, width, outside);
}

function darken(b: usize, s: usize, width: i32, outside: v128): void {
  each(DARKEN, b, s, width, outside);
}

function colorBurn(b: usize, s: usize, width: i32, outside: v128): void {
  each(COLOR_BURN, b, s, width, outside);
}

function subtractiveBurn(b: usize, s: usize, width: i32, outside: v128): void {
  each(SUBTRACTIVE_BURN, b, s, width, outside);
}

function subtract(b: usize, s: usize, width: i32, outside: v128): void {
  each(SUBTRACT, b, s, width, outside);
}

function divide(b: usize, s: usize, width: i32, outside: v128): void {
  each(DIVIDE, b, s, width, outside);
}

function difference(b: usize, s: usize, width: i32, outside: v128): void {
  each(DIFFERENCE, b, s, width, outside);
}

function exclusion(b: usize, s: usize, width: i32, outside: v128): void {
  each(EXCLUSION, b, s, width, outside);
}

function hue(b: usize, s: usize, width: i32, outside: v128): void {
  fours(HUE, b, s, width, outside);
}

function saturation(b: usize, s: usize, width: i32, outside: v128): void {
  fours(SATURATION, b, s, width, outside);
}

function color(b: usize, s: usize, width: i32, outside: v128): void {
  fours(COLOR, b, s, width, outside);
}

function luminosity(b: usize, s: usize, width: i32, outside: v128): void {
  fours(LUMINOSITY, b, s, width, outside);
}

/**
 * Lays a row of `width` premultiplied pixels at `s` onto that at `b`, in place. `outside` is 1, or 0 to
 * leave out what of the source lies beside the backdrop's coverage.
 */
export function blendRow(mode: i32, b: usize, s: usize, width: i32, outside: v128): void {
  switch (mode) {
    case SCREEN:
      return screen(b, s, width, outside);
    case ADD:
      return add(b, s, width, outside);
    case LIGHTEN:
      return lighten(b, s, width, outside);
    case COLOR_DODGE:
      return colorDodge(b, s, width, outside);
    case OVERLAY:
      return overlay(b, s, width, outside);
    case SOFT_LIGHT:
      return softLight(b, s, width, outside);
    case HARD_LIGHT:
      return hardLight(b, s, width, outside);
    case MID_GREY_ADD:
      return midGreyAdd(b, s, width, outside);
    case MULTIPLY:
      return multiply(b, s, width, outside);
    case DARKEN:
      return darken(b, s, width, outside);
    case COLOR_BURN:
      return colorBurn(b, s, width, outside);
    case SUBTRACTIVE_BURN:
      return subtractiveBurn(b, s, width, outside);
    case SUBTRACT:
      return subtract(b, s, width, outside);
    case DIVIDE:
      return divide(b, s, width, outside);
    case DIFFERENCE:
      return difference(b, s, width, outside);
    case EXCLUSION:
      return exclusion(b, s, width, outside);
    case HUE:
      return hue(b, s, width, outside);
    case SATURATION:
      return saturation(b, s, width, outside);
    case COLOR:
      return color(b, s, width, outside);
    case LUMINOSITY:
      return luminosity(b, s, width, outside);
    default:
      return normal(b, s, width, outside);
  }
}
