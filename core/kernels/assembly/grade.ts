/** Pointwise grades on rows of premultiplied RGBA, in place; each works on straight, encoded colour. */
import { rampAt } from './ramp';
import { get4, put4 } from './access';
import { decode, encode, exposed } from './colour';

// @ts-ignore: decorator
@inline
function f(v: f32): v128 {
  return f32x4.splat(v);
}

// @ts-ignore: decorator
@inline
function lane(v: v128, i: i32): v128 {
  if (i == 0) return v128.shuffle<f32>(v, v, 0, 0, 0, 0);
  if (i == 1) return v128.shuffle<f32>(v, v, 1, 1, 1, 1);
  if (i == 2) return v128.shuffle<f32>(v, v, 2, 2, 2, 2);
  return v128.shuffle<f32>(v, v, 3, 3, 3, 3);
}

// @ts-ignore: decorator
@inline
function luma(v: v128): f32 {
  const w = f32x4.mul(v, f32x4(0.2126, 0.7152, 0.0722, 0));
  return f32x4.extract_lane(w, 0) + f32x4.extract_lane(w, 1) + f32x4.extract_lane(w, 2);
}

/** Straight encoded colour of a pixel whose alpha is above 0. */
// @ts-ignore: decorator
@inline
function opened(v: v128, isLight: i32): v128 {
  const straight = f32x4.div(v, lane(v, 3));
  return isLight ? encode(straight) : straight;
}

/** The pixel with another straight encoded colour; below 0 is 0, alpha is kept. */
// @ts-ignore: decorator
@inline
function closed(colour: v128, v: v128, isLight: i32): v128 {
  const c = f32x4.pmax(f(0), colour);
  return v128.bitselect(v, f32x4.mul(isLight ? decode(c) : c, lane(v, 3)), i32x4(0, 0, 0, -1));
}

/** Exposure by `gain` of linear light, then contrast about mid-grey and brightness. */
export function gradeLight(
  b: usize,
  stride: i32,
  width: i32,
  isLight: i32,
  gain: f32,
  slope: f32,
  lift: f32,
  from: i32,
  to: i32,
): void {
  const root = Mathf.pow(gain, 1.0 / 2.4);
  for (let y = from; y < to; y++) {
    let p = b + y * stride;
    for (const end = p + (width << 4); p < end; p += 16) {
      const v = get4(p);
      if (!(f32x4.extract_lane(v, 3) > 0)) continue;
      let c = opened(v, isLight);
      if (gain != 1) c = exposed(c, gain, root);
      c = f32x4.add(f32x4.mul(f32x4.sub(c, f(0.5)), f(slope)), f(0.5 + lift));
      put4(p, closed(c, v, isLight));
    }
  }
}

/**
 * A 3 × 3 matrix (rows at `m`, four floats each), then saturation about luma, then lightness; or, if
 * `colorize`, the hue vector at `m` laid round each pixel's luma.
 */
export function gradeHue(
  b: usize,
  stride: i32,
  width: i32,
  isLight: i32,
  m: usize,
  gain: f32,
  lift: f32,
  colorize: i32,
  from: i32,
  to: i32,
): void {
  const c0 = get4(m);
  const c1 = get4(m + 16);
  const c2 = get4(m + 32);
  for (let y = from; y < to; y++) {
    let p = b + y * stride;
    for (const end = p + (width << 4); p < end; p += 16) {
      const v = get4(p);
      if (!(f32x4.extract_lane(v, 3) > 0)) continue;
      let c = opened(v, isLight);
      const tone = luma(c);
      const grey = f(tone);
      if (colorize) {
        c = f32x4.add(grey, f32x4.mul(c0, f(gain * max<f32>(0, min<f32>(tone, 1 - tone)))));
      } else {
        const turned = f32x4.add(
          f32x4.add(f32x4.mul(c0, lane(c, 0)), f32x4.mul(c1, lane(c, 1))),
          f32x4.mul(c2, lane(c, 2)),
        );
        c = f32x4.add(grey, f32x4.mul(f32x4.sub(turned, grey), f(gain)));
      }
      c =
        lift < 0
          ? f32x4.mul(c, f(1 + lift))
          : f32x4.add(c, f32x4.mul(f32x4.pmax(f(0), f32x4.sub(f(1), c)), f(lift)));
      put4(p, closed(c, v, isLight));
    }
  }
}

/**
 * Moves colour by `amount` towards what a ramp of colours (encoded, and what share of `amount`
 * counts there) says of its luma: tint and gradient map.
 */
export function gradeRamp(
  b: usize,
  stride: i32,
  width: i32,
  isLight: i32,
  ramp: usize,
  amount: f32,
  from: i32,
  to: i32,
): void {
  const k = f(amount);
  for (let y = from; y < to; y++) {
    let p = b + y * stride;
    for (const end = p + (width << 4); p < end; p += 16) {
      const v = get4(p);
      if (!(f32x4.extract_lane(v, 3) > 0)) continue;
      const c = opened(v, isLight);
      const colour = rampAt(ramp, luma(c));
      const share = f32x4.mul(k, f(f32x4.extract_lane(colour, 3)));
      put4(p, closed(f32x4.add(c, f32x4.mul(f32x4.sub(colour, c), share)), v, isLight));
    }
  }
}
