/** Light that is too bright, taken out of rows of premultiplied RGBA, and laid on them again scattered. Strides are in bytes. */
import { get4, put4 } from './access';
import { brightest, decode, encode } from './colour';

/** Light that is fainter leaves a px as it is. */
const FAINT: f32 = 1e-5;

/** The colour lanes, and 0 for alpha. */
// @ts-ignore: decorator
@inline
function colours(v: v128): v128 {
  return v128.and(v, i32x4(-1, -1, -1, 0));
}

/** Linear light of a pixel that is not premultiplied. */
// @ts-ignore: decorator
@inline
function lightOf(v: v128, a: v128, isLight: i32): v128 {
  const straight = f32x4.div(v, a);
  return isLight ? straight : decode(straight);
}

/**
 * What of rows is brighter than a threshold (1 is white; `shown` is the same as the rows have it): premultiplied linear light, the colour of
 * each px preserved, and nothing for alpha.
 */
export function brightRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  isLight: i32,
  threshold: f32,
  shown: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let p = o + y * oStride;
    let q = s + y * sStride;
    for (const end = p + (width << 4); p < end; p += 16, q += 16) {
      const v = get4(q);
      const a = f32x4.extract_lane(v, 3);
      // Mostly nothing is so bright: that is seen without the curve.
      if (!(a > 0) || brightest(v) <= shown * a) {
        put4(p, f32x4.splat(0));
        continue;
      }
      const alpha = f32x4.splat(a);
      const light = lightOf(v, alpha, isLight);
      const top = brightest(light);
      const share = max<f32>(0, top - threshold) / top;
      put4(p, colours(f32x4.mul(light, f32x4.mul(alpha, f32x4.splat(share)))));
    }
  }
}

/**
 * What light adds to rows of a surface (premultiplied RGBA) that it falls on, premultiplied too: the surface's own colour, times the
 * light (linear, at `t`). It covers as much as the surface.
 */
export function litRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  t: usize,
  tStride: i32,
  width: i32,
  isLight: i32,
  from: i32,
  to: i32,
): void {
  const zero = f32x4.splat(0);
  for (let y = from; y < to; y++) {
    let p = o + y * oStride;
    let q = s + y * sStride;
    let r = t + y * tStride;
    for (const end = p + (width << 4); p < end; p += 16, q += 16, r += 16) {
      const v = get4(q);
      const a = f32x4.extract_lane(v, 3);
      const light = f32x4.pmax(zero, get4(r));
      if (!(a > 0) || brightest(light) < FAINT) {
        put4(p, zero);
        continue;
      }
      const alpha = f32x4.splat(a);
      const more = f32x4.add(f32x4.splat(1), light);
      const lit = f32x4.mul(lightOf(v, alpha, isLight), more);
      const added = f32x4.sub(f32x4.mul(isLight ? lit : encode(lit), alpha), v);
      put4(p, f32x4.replace_lane(f32x4.pmax(zero, added), 3, a));
    }
  }
}

/**
 * Takes `amount` of what is too bright (at `t`, as `brightRows` makes it) from rows, in place, and lays it on them scattered (at `u`)
 * in a tint: where nothing was, light covers as much as it is bright.
 */
export function scatterRows(
  b: usize,
  bStride: i32,
  t: usize,
  tStride: i32,
  u: usize,
  uStride: i32,
  width: i32,
  isLight: i32,
  amount: f32,
  red: f32,
  green: f32,
  blue: f32,
  from: i32,
  to: i32,
): void {
  const shares = f32x4.splat(amount);
  const tint = f32x4.mul(shares, f32x4(red, green, blue, 0));
  const zero = f32x4.splat(0);
  for (let y = from; y < to; y++) {
    let p = b + y * bStride;
    let q = t + y * tStride;
    let r = u + y * uStride;
    for (const end = p + (width << 4); p < end; p += 16, q += 16, r += 16) {
      const laid = f32x4.mul(f32x4.pmax(zero, get4(r)), tint);
      const taken = f32x4.mul(get4(q), shares);
      const most = brightest(laid);
      if (most < FAINT && brightest(taken) <= 0) continue;
      const v = get4(p);
      const a = f32x4.extract_lane(v, 3);
      const own = a > 0 ? lightOf(v, f32x4.splat(a), isLight) : zero;
      const cover = a + (1 - a) * min<f32>(1, most);
      const whole = f32x4.splat(cover);
      const light = f32x4.add(
        f32x4.sub(f32x4.mul(own, f32x4.splat(a)), taken),
        laid,
      );
      const straight = f32x4.div(f32x4.pmax(zero, light), whole);
      const seen = isLight ? straight : encode(straight);
      put4(p, f32x4.replace_lane(f32x4.mul(seen, whole), 3, cover));
    }
  }
}
