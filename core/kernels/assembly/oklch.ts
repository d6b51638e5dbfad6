/** Grades in OKLCH (Ottosson, 2020), four px at a time as planes of their channels. */
import { get4, put4 } from './access';
import { decode, encode, exp2, log2 } from './colour';
import { evens, high, low, odds } from './transposed';
import { turnOf } from './turn';

/** How often the end of sRGB is looked for along a chroma. */
const LOOKS = 5;
/** Below this chroma a colour has next to no hue. */
const GREY: f32 = 0.04;
/** The bytes of a step of the table: cosine and sine of a turn, chroma, lightness. */
const STEP: usize = 16;

// @ts-ignore: decorator
@inline
function f(v: f32): v128 {
  return f32x4.splat(v);
}

// @ts-ignore: decorator
@inline
function mixed(a: f32, x: v128, b: f32, y: v128, c: f32, z: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(f(a), x), f32x4.mul(f(b), y)), f32x4.mul(f(c), z));
}

// @ts-ignore: decorator
@inline
function root3(v: v128): v128 {
  const x = f32x4.pmax(f(1e-12), v);
  return v128.bitselect(exp2(f32x4.mul(log2(x), f(0.33333334))), f(0), f32x4.gt(v, f(1e-12)));
}

// @ts-ignore: decorator
@inline
function cubed(v: v128): v128 {
  return f32x4.mul(f32x4.mul(v, v), v);
}

/** Linear light of Oklab, a plane a channel. */
let red: v128 = f32x4.splat(0);
let green: v128 = f32x4.splat(0);
let blue: v128 = f32x4.splat(0);

// @ts-ignore: decorator
@inline
function toLight(l: v128, a: v128, b: v128): void {
  const long = cubed(f32x4.add(l, f32x4.add(f32x4.mul(f(0.3963377774), a), f32x4.mul(f(0.2158037573), b))));
  const middle = cubed(f32x4.sub(l, f32x4.add(f32x4.mul(f(0.1055613458), a), f32x4.mul(f(0.0638541728), b))));
  const short = cubed(f32x4.sub(l, f32x4.add(f32x4.mul(f(0.0894841775), a), f32x4.mul(f(1.291485548), b))));
  red = mixed(4.0767416621, long, -3.3077115913, middle, 0.2309699292, short);
  green = mixed(-1.2684380046, long, 2.6097574011, middle, -0.3413193965, short);
  blue = mixed(-0.0041960863, long, -0.7034186147, middle, 1.707614701, short);
}

// @ts-ignore: decorator
@inline
function least(): v128 {
  return f32x4.pmin(red, f32x4.pmin(green, blue));
}

/**
 * Brings colours outside of sRGB back by their chroma, so that hue and lightness stay, until their least channel is 0: false
 * position, an end that stays counting half (the Illinois rule).
 */
function intoGamut(l: v128, a: v128, b: v128): void {
  const outside = f32x4.lt(least(), f(0));
  let nearest = f(0);
  let farthest = f(1);
  let lowValue = f32x4.pmax(f(1e-9), cubed(l));
  let highValue = f32x4.pmin(f(-1e-9), least());
  for (let n = 0; n < LOOKS; n++) {
    const share = f32x4.div(lowValue, f32x4.sub(lowValue, highValue));
    const s = f32x4.add(nearest, f32x4.mul(f32x4.sub(farthest, nearest), share));
    toLight(l, f32x4.mul(a, s), f32x4.mul(b, s));
    const value = least();
    const isBelow = f32x4.lt(value, f(0));
    lowValue = v128.bitselect(f32x4.mul(f(0.5), lowValue), value, isBelow);
    highValue = v128.bitselect(value, f32x4.mul(f(0.5), highValue), isBelow);
    nearest = v128.bitselect(nearest, s, isBelow);
    farthest = v128.bitselect(s, farthest, isBelow);
  }
  const s = v128.bitselect(nearest, f(1), outside);
  toLight(l, f32x4.mul(a, s), f32x4.mul(b, s));
}

/**
 * Chroma, hue and lightness of rows of premultiplied RGBA, from `s` to `d`. `table` holds `steps` + 1 entries round the circle of
 * hues. Chroma is multiplied by `saturation`, by 1 + `vibrance` as far as it is weaker than `strong`, and by what the table says.
 */
export function oklchRows(
  d: usize,
  dStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  isLight: i32,
  table: usize,
  steps: i32,
  saturation: f32,
  vibrance: f32,
  strong: f32,
  from: i32,
  to: i32,
): void {
  const none = f(0);
  const one = f(1);
  for (let y = from; y < to; y++) {
    const p = s + y * sStride;
    const q = d + y * dStride;
    for (let x = 0; x < width; x += 4) {
      const n = width - x;
      const at = p + ((x as usize) << 4);
      const v0 = get4(at);
      const v1 = n > 1 ? get4(at + 16) : none;
      const v2 = n > 2 ? get4(at + 32) : none;
      const v3 = n > 3 ? get4(at + 48) : none;
      const rg01 = low(v0, v1);
      const rg23 = low(v2, v3);
      const ba01 = high(v0, v1);
      const ba23 = high(v2, v3);
      const alpha = odds(ba01, ba23);
      const by = f32x4.div(one, v128.bitselect(alpha, one, f32x4.gt(alpha, none)));
      let r = f32x4.mul(evens(rg01, rg23), by);
      let g = f32x4.mul(odds(rg01, rg23), by);
      let b = f32x4.mul(evens(ba01, ba23), by);
      if (!isLight) {
        r = decode(r);
        g = decode(g);
        b = decode(b);
      }
      const long = root3(mixed(0.4122214708, r, 0.5363325363, g, 0.0514459929, b));
      const middle = root3(mixed(0.2119034982, r, 0.6806995451, g, 0.1073969566, b));
      const short = root3(mixed(0.0883024619, r, 0.2817188376, g, 0.6299787005, b));
      let light = mixed(0.2104542553, long, 0.793617785, middle, -0.0040720468, short);
      const A = mixed(1.9779984951, long, -2.428592205, middle, 0.4505937099, short);
      const B = mixed(0.0259040371, long, 0.7827717662, middle, -0.808675766, short);
      const chroma = f32x4.sqrt(f32x4.add(f32x4.mul(A, A), f32x4.mul(B, B)));
      // What the table says at the hue, between its steps.
      const place = f32x4.mul(turnOf(A, B), f(steps as f32));
      const k = i32x4.min_s(i32x4.trunc_sat_f32x4_s(place), i32x4.splat(steps - 1));
      const t = f32x4.sub(place, f32x4.convert_i32x4_s(k));
      const e0 = entry(table, i32x4.extract_lane(k, 0), f32x4.extract_lane(t, 0));
      const e1 = entry(table, i32x4.extract_lane(k, 1), f32x4.extract_lane(t, 1));
      const e2 = entry(table, i32x4.extract_lane(k, 2), f32x4.extract_lane(t, 2));
      const e3 = entry(table, i32x4.extract_lane(k, 3), f32x4.extract_lane(t, 3));
      const cs01 = low(e0, e1);
      const cs23 = low(e2, e3);
      const cl01 = high(e0, e1);
      const cl23 = high(e2, e3);
      const cosine = evens(cs01, cs23);
      const sine = odds(cs01, cs23);
      const weak = f32x4.pmax(none, f32x4.sub(one, f32x4.mul(chroma, f(1 / strong))));
      let gain = f32x4.mul(f(saturation), f32x4.add(one, f32x4.mul(f(vibrance), weak)));
      gain = f32x4.mul(gain, f32x4.add(one, evens(cl01, cl23)));
      const share = f32x4.pmin(one, f32x4.mul(chroma, f(1 / GREY)));
      const coloured = f32x4.mul(f32x4.mul(share, share), f32x4.sub(f(3), f32x4.add(share, share)));
      const lift = f32x4.mul(f32x4.mul(f(0.5), coloured), odds(cl01, cl23));
      light = f32x4.mul(light, f32x4.add(one, lift));
      const a2 = f32x4.mul(gain, f32x4.sub(f32x4.mul(A, cosine), f32x4.mul(B, sine)));
      const b2 = f32x4.mul(gain, f32x4.add(f32x4.mul(A, sine), f32x4.mul(B, cosine)));
      toLight(light, a2, b2);
      if (v128.any_true(f32x4.lt(least(), none))) intoGamut(light, a2, b2);
      r = f32x4.mul(isLight ? f32x4.pmax(none, red) : encode(red), alpha);
      g = f32x4.mul(isLight ? f32x4.pmax(none, green) : encode(green), alpha);
      b = f32x4.mul(isLight ? f32x4.pmax(none, blue) : encode(blue), alpha);
      const out = q + ((x as usize) << 4);
      const first = low(r, g);
      const last = high(r, g);
      const firstBa = low(b, alpha);
      const lastBa = high(b, alpha);
      put4(out, evens(first, firstBa));
      if (n > 1) put4(out + 16, odds(first, firstBa));
      if (n > 2) put4(out + 32, evens(last, lastBa));
      if (n > 3) put4(out + 48, odds(last, lastBa));
    }
  }
}

/** An entry of the table, `t` of the way to the next. */
// @ts-ignore: decorator
@inline
function entry(table: usize, k: i32, t: f32): v128 {
  const at = table + (k as usize) * STEP;
  const here = get4(at);
  return f32x4.add(here, f32x4.mul(f32x4.sub(get4(at + STEP), here), f(t)));
}
