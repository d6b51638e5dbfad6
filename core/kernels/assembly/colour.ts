/** sRGB's transfer functions (IEC 61966-2-1) on four floats at once, and colour to and from bytes. */
import { get, get4, getByte, getWord, put4, putBytes, putWords } from './access';

/**
 * The constants of the curves, in memory: a broadcast from there is one instruction, while a constant
 * in the code is put together anew in every turn of a loop.
 */
const K = memory.data<f32>([
  // 0: log2(1 + t)/t for t in [√½ − 1, √2 − 1), by powers of t
  1.442696452140808, -0.7213640213012695, 0.4806291460990906, -0.35935065150260925,
  0.29563361406326294, -0.2695062756538391, 0.17212873697280884,
  // 7: 2^t for t in [−½, ½], by powers of t
  1.0000001192092896, 0.6931471824645996, 0.2402210682630539, 0.05550327152013779,
  0.009676037356257439, 0.0013400432653725147,
  // 13: decoding
  0.055, 0.9478672985781991, 2.4, 0.07739938080495357, 0.04045,
  // 18: encoding
  0.000001, 0.4166666666666667, 1.055, 12.92, 0.0031308,
  // 23: one, and 1.5 · 2^23
  1, 12582912,
  // 25: the end of the foot, encoded
  0.040449936,
]);

// @ts-ignore: decorator
@inline
function k(i: usize): v128 {
  return v128.load32_splat(K + (i << 2));
}

// @ts-ignore: decorator
@inline
function plusTimes(a: v128, b: v128, t: v128): v128 {
  return f32x4.add(a, f32x4.mul(b, t));
}

/**
 * log2 of four positive floats: exponent, and a polynomial on the mantissa in [√½, √2), within 6e-7;
 * its terms are paired (Estrin's scheme), so that they need not wait for one another.
 */
// @ts-ignore: decorator
@inline
function log2(x: v128): v128 {
  // Adding the distance from √½ to 1 to the bits makes the exponent that of the nearest power.
  const shifted = i32x4.add(x, i32x4.splat(0x3f800000 - 0x3f3504f3));
  const e = i32x4.sub(i32x4.shr_s(shifted, 23), i32x4.splat(127));
  const t = f32x4.sub(i32x4.sub(x, i32x4.shl(e, 23)), k(23));
  const t2 = f32x4.mul(t, t);
  const low = plusTimes(plusTimes(k(0), k(1), t), plusTimes(k(2), k(3), t), t2);
  const high = plusTimes(plusTimes(k(4), k(5), t), k(6), t2);
  const p = plusTimes(low, high, f32x4.mul(t2, t2));
  return f32x4.add(f32x4.mul(p, t), f32x4.convert_i32x4_s(e));
}

/** 2 to the power of four floats within ±120: a polynomial on the fraction, within 2e-7. */
// @ts-ignore: decorator
@inline
function exp2(y: v128): v128 {
  // So large an addend leaves no room for a fraction: the last bits of the sum are y, rounded.
  const sum = f32x4.add(y, k(24));
  const t = f32x4.sub(y, f32x4.sub(sum, k(24)));
  const t2 = f32x4.mul(t, t);
  const p = plusTimes(
    plusTimes(plusTimes(k(7), k(8), t), plusTimes(k(9), k(10), t), t2),
    plusTimes(k(11), k(12), t),
    f32x4.mul(t2, t2),
  );
  return i32x4.add(p, i32x4.shl(sum, 23));
}

/** From sRGB-encoded to linear light; values above 1 go on along the same curve, below 0 is 0. */
// @ts-ignore: decorator
@inline
export function decode(v: v128): v128 {
  const x = f32x4.pmax(f32x4.splat(0), v);
  const curve = exp2(f32x4.mul(log2(f32x4.mul(f32x4.add(x, k(13)), k(14))), k(15)));
  return v128.bitselect(f32x4.mul(x, k(16)), curve, f32x4.le(x, k(17)));
}

/** From linear light to sRGB-encoded; values above 1 go on along the same curve, below 0 is 0. */
// @ts-ignore: decorator
@inline
export function encode(v: v128): v128 {
  const x = f32x4.pmax(f32x4.splat(0), v);
  const power = exp2(f32x4.mul(log2(f32x4.pmax(k(18), x)), k(19)));
  const curve = f32x4.sub(f32x4.mul(power, k(20)), k(13));
  return v128.bitselect(f32x4.mul(x, k(21)), curve, f32x4.le(x, k(22)));
}

/**
 * Linear light times `gain`, on encoded values. Where a value and its result both lie on the power
 * curve the powers cancel: v → (v + 0.055)·gain^(1/2.4) − 0.055 (`root`); where both lie on the
 * straight foot, v → v·gain. Only a crossing from one to the other needs the curves themselves.
 */
// @ts-ignore: decorator
@inline
export function exposed(v: v128, gain: f32, root: f32): v128 {
  const x = f32x4.pmax(f32x4.splat(0), v);
  const scaled = f32x4.mul(x, f32x4.splat(gain));
  const curve = f32x4.sub(f32x4.mul(f32x4.add(x, k(13)), f32x4.splat(root)), k(13));
  const low = f32x4.le(x, k(17));
  // The foot ends at 0.0031308 of light: at 0.0404499 encoded, a hair below where decoding parts.
  const stays = f32x4.le(v128.bitselect(scaled, curve, low), k(25));
  const crosses = v128.xor(low, stays);
  const near = v128.bitselect(scaled, curve, low);
  if (!v128.any_true(crosses)) return near;
  return v128.bitselect(encode(f32x4.mul(decode(v), f32x4.splat(gain))), near, crosses);
}

/** Multiplies the linear light of rows of premultiplied RGBA, in place. */
export function gainRows(
  b: usize,
  stride: i32,
  width: i32,
  isLight: i32,
  gain: f32,
  from: i32,
  to: i32,
): void {
  const root = Mathf.pow(gain, 1.0 / 2.4);
  const gains = f32x4(gain, gain, gain, 1);
  for (let y = from; y < to; y++) {
    let p = b + y * stride;
    for (const end = p + (width << 4); p < end; p += 16) {
      const v = get4(p);
      const alpha = f32x4.extract_lane(v, 3);
      if (!(alpha > 0)) continue;
      if (isLight) put4(p, f32x4.mul(v, gains));
      else {
        const a = f32x4.splat(alpha);
        const straight = alpha < 1 ? f32x4.div(v, a) : v;
        put4(p, withAlpha(f32x4.mul(exposed(straight, gain, root), a), v));
      }
    }
  }
}

// @ts-ignore: decorator
@inline
function withAlpha(v: v128, from: v128): v128 {
  return v128.bitselect(from, v, i32x4(0, 0, 0, -1));
}

// @ts-ignore: decorator
@inline
function alphaOf(v: v128): v128 {
  return v128.shuffle<f32>(v, v, 3, 3, 3, 3);
}

/**
 * Reads rows of straight RGBA of 8 (`bytes` 1) or 16 bits (`bytes` 2) as premultiplied floats, in
 * linear light if `toLight`.
 */
export function unpackRows(
  d: usize,
  dStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  bytes: i32,
  toLight: i32,
  from: i32,
  to: i32,
): void {
  const top = f32x4.splat(bytes == 1 ? 255 : 65535);
  for (let y = from; y < to; y++) {
    let dp = d + y * dStride;
    let sp = s + y * sStride;
    for (const end = dp + (width << 4); dp < end; dp += 16, sp += 4 * bytes) {
      const whole =
        bytes == 1
          ? i32x4(getByte(sp), getByte(sp + 1), getByte(sp + 2), getByte(sp + 3))
          : i32x4(getWord(sp), getWord(sp + 2), getWord(sp + 4), getWord(sp + 6));
      const v = f32x4.div(f32x4.convert_i32x4_s(whole), top);
      const colour = toLight ? decode(v) : v;
      const a = alphaOf(v);
      put4(dp, withAlpha(f32x4.mul(colour, a), v));
    }
  }
}

/** Four whole floats, 0 to 2^22, as integers: they stand in the last bits of a sum with 1.5 · 2^23. */
// @ts-ignore: decorator
@inline
function rounded(v: v128): v128 {
  return i32x4.sub(f32x4.add(v, k(24)), k(24));
}

/** The side of the square after which the dither repeats, px. */
const TILE = 256;

/** From linear sRGB to the responses of the cones and back, column by column (Oklab; Ottosson, 2020). */
const CONES = memory.data<f32>([
  0.4122214708, 0.2119034982, 0.0883024619, 0, 0.5363325363, 0.6806995451, 0.2817188376, 0,
  0.0514459929, 0.1073969566, 0.6299787005, 0, 4.0767416621, -1.2684380046, -0.0041960863, 0,
  -3.3077115913, 2.6097574011, -0.7034186147, 0, 0.2309699292, -0.3413193965, 1.7076147010, 0,
]);

/** The first three lanes times the matrix whose columns stand at `m`. */
// @ts-ignore: decorator
@inline
function turned(m: usize, v: v128): v128 {
  const r = v128.shuffle<f32>(v, v, 0, 0, 0, 0);
  const g = v128.shuffle<f32>(v, v, 1, 1, 1, 1);
  const b = v128.shuffle<f32>(v, v, 2, 2, 2, 2);
  return f32x4.add(
    f32x4.mul(r, get4(m)),
    f32x4.add(f32x4.mul(g, get4(m + 16)), f32x4.mul(b, get4(m + 32))),
  );
}

/** The brightest of the first three lanes. */
// @ts-ignore: decorator
@inline
export function brightest(v: v128): f32 {
  return max<f32>(
    f32x4.extract_lane(v, 0),
    max<f32>(f32x4.extract_lane(v, 1), f32x4.extract_lane(v, 2)),
  );
}

/**
 * How much light covers at the end that is brighter than the screen can show and covers less than all: as much as it would be seen over black.
 * So a faint halo of a bright lamp has the colour of the lamp, and is not white and thin.
 */
// @ts-ignore: decorator
@inline
function covered(alpha: f32, bright: f32): f32 {
  return min<f32>(1, max<f32>(alpha, alpha * bright));
}

/** What is as bright as the screen can show is not marked, whatever a sum of floats makes of it. */
const BEYOND: f32 = 1.0005;

/** Entries of the table of `burnt` for each doubling of the light, as a power of two. */
const BURN_STEPS = 8;

/**
 * Linear light of which a channel is above 1 as a screen can show it: the brightest channel full, the hue as it was, and so far on
 * the way to white as `table` says for how bright it is (kernels/burn.ts). Both ways of the mix run between cube roots of the
 * responses of cones, where hue stays.
 */
function burnt(v: v128, table: usize, last: i32): v128 {
  const top = brightest(v);
  // The bits of a float count its doublings: those after them are the way between two entries.
  const bits = reinterpret<i32>(top) - 0x3f800000;
  const i = bits >> (23 - BURN_STEPS);
  if (i >= last) return f32x4.splat(1);
  const f = ((bits & ((1 << (23 - BURN_STEPS)) - 1)) as f32) / ((1 << (23 - BURN_STEPS)) as f32);
  const a = get(table + (i << 2));
  const t = f32x4.splat(a + (get(table + ((i + 1) << 2)) - a) * f);
  const cones = f32x4.pmax(k(18), turned(CONES, f32x4.div(v, f32x4.splat(top))));
  const root = exp2(f32x4.mul(log2(cones), f32x4.splat(1.0 / 3.0)));
  const on = f32x4.add(root, f32x4.mul(f32x4.sub(f32x4.splat(1), root), t));
  const made = turned(CONES + 48, f32x4.mul(on, f32x4.mul(on, on)));
  return f32x4.pmax(f32x4.splat(0), f32x4.div(made, f32x4.splat(brightest(made))));
}

/**
 * The end of every picture: straight colour under exposure (`gain`, of linear light), highlight
 * roll-off (`knee`; 1 or more is none; `arrival` is 1/t² of where it arrives at white, 0 for never) and, unless `burn` is 0, burnt to
 * white by its table of `burnLast` entries; unless `marks` is 0, stripes mark what was beyond the screen before that; encoded, clamped and written as RGBA of 8 (dithered by `noise`) or 16 bits.
 */
export function finishRows(
  s: usize,
  sStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  d: usize,
  dStride: i32,
  bytes: i32,
  isLight: i32,
  gain: f32,
  knee: f32,
  arrival: f32,
  burn: usize,
  burnLast: i32,
  marks: i32,
  noise: usize,
  from: i32,
  to: i32,
): void {
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const root = Mathf.pow(gain, 1.0 / 2.4);
  const start = f32x4.splat(knee);
  const room = f32x4.splat(1 - knee);
  const top = f32x4.splat(bytes == 1 ? 255 : 65535);
  const half = f32x4.splat(0.5);
  for (let y = from; y < to; y++) {
    let sp = s + y * sStride;
    let dp = d + y * dStride;
    const row = noise + (((y0 + y) & (TILE - 1)) * TILE << 4);
    for (let x = 0; x < width; x++, sp += 16, dp += 4 * bytes) {
      const premultiplied = get4(sp);
      let a = f32x4.pmin(one, alphaOf(premultiplied));
      const alpha = f32x4.extract_lane(a, 0);
      if (!(alpha > 0)) {
        if (bytes == 1) putBytes(dp, 0);
        else putWords(dp, 0);
        continue;
      }
      let v = alpha < 1 ? f32x4.div(premultiplied, a) : premultiplied;
      if (gain != 1) v = isLight ? f32x4.mul(v, f32x4.splat(gain)) : exposed(v, gain, root);
      const marked = marks != 0 && brightest(v) > BEYOND;
      if (burn && alpha < 1 && brightest(v) > 1) {
        const share = covered(alpha, brightest(v));
        v = f32x4.mul(v, f32x4.splat(alpha / share));
        a = f32x4.splat(share);
      }
      if (isLight) {
        // Without a roll-off before it, the burn needs no way there and back.
        if (burn && knee >= 1 && brightest(v) > 1) v = burnt(v, burn, burnLast);
        v = encode(v);
      }
      if (knee < 1 && v128.any_true(f32x4.gt(v, start))) {
        // Above the knee k + (1 − k)·t·(1 + t·arrival)/(1 + t): slope 1 where it begins, 1 where it arrives.
        const t = f32x4.div(f32x4.sub(v, start), room);
        const bent = f32x4.div(
          f32x4.mul(t, f32x4.add(one, f32x4.mul(t, f32x4.splat(arrival)))),
          f32x4.add(one, t),
        );
        const rolled = f32x4.add(start, f32x4.mul(room, bent));
        v = v128.bitselect(rolled, v, f32x4.gt(v, start));
      }
      if (burn && brightest(v) > 1) v = encode(burnt(decode(v), burn, burnLast));
      if (marked) v = ((x0 + x + y0 + y) & 4) == 0 ? f32x4(1, 0.1, 0.65, 1) : f32x4(0, 0, 0, 1);
      v = f32x4.mul(f32x4.pmin(one, f32x4.pmax(zero, withAlpha(v, a))), top);
      const near = f32x4.floor(f32x4.add(v, half));
      if (bytes == 1) {
        const noisy = f32x4.floor(
          f32x4.add(f32x4.add(v, get4(row + (((x0 + x) & (TILE - 1)) << 4))), half),
        );
        // What the steps hold exactly is left alone, and so is what is full.
        const exact = v128.or(
          f32x4.lt(f32x4.abs(f32x4.sub(v, near)), f32x4.splat(2e-3)),
          f32x4.ge(v, top),
        );
        const whole = rounded(v128.bitselect(near, noisy, exact));
        const words = i16x8.narrow_i32x4_s(whole, whole);
        putBytes(dp, i32x4.extract_lane(i8x16.narrow_i16x8_u(words, words), 0));
      } else {
        const whole = rounded(near);
        putWords(dp, i64x2.extract_lane(i16x8.narrow_i32x4_u(whole, whole), 0));
      }
    }
  }
}
