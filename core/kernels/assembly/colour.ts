/** sRGB's transfer functions (IEC 61966-2-1) on four floats at once. */
import { get, get4, put4 } from './access';

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
export function k(i: usize): v128 {
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
export function log2(x: v128): v128 {
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
export function exp2(y: v128): v128 {
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

/** Multiplies the linear light of rows of premultiplied RGBA by rows of a plane, in place. */
export function shineRows(
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  isLight: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let p = b + y * bStride;
    let q = s + y * sStride;
    for (const end = p + (width << 4); p < end; p += 16, q += 4) {
      const v = get4(p);
      const alpha = f32x4.extract_lane(v, 3);
      const gain = get(q);
      if (!(alpha > 0) || gain == 1) continue;
      if (isLight) put4(p, withAlpha(f32x4.mul(v, f32x4.splat(gain)), v));
      else {
        const a = f32x4.splat(alpha);
        const straight = alpha < 1 ? f32x4.div(v, a) : v;
        const power = exp2(f32x4.mul(log2(f32x4.splat(max<f32>(1e-9, gain))), k(19)));
        put4(p, withAlpha(f32x4.mul(exposed(straight, gain, f32x4.extract_lane(power, 0)), a), v));
      }
    }
  }
}

// @ts-ignore: decorator
@inline
export function withAlpha(v: v128, from: v128): v128 {
  return v128.bitselect(from, v, i32x4(0, 0, 0, -1));
}

// @ts-ignore: decorator
@inline
export function alphaOf(v: v128): v128 {
  return v128.shuffle<f32>(v, v, 3, 3, 3, 3);
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
