/** The guided filter: products of colours and coverage, planes fitted to their means, and those laid on colours. Strides are in bytes. */
import { get, get4, put, put4 } from './access';

/**
 * Rows of what the means of a window are made of: colours of four floats a px and coverages of one come to four of
 * four floats, with equal strides: r, g, b, p; rr, rg, rb, gg; gb, bb, rp, gp; bp, 1, 0, 0.
 */
export function productRows(
  s: usize,
  stride: i32,
  p: usize,
  pStride: i32,
  first: usize,
  second: usize,
  third: usize,
  fourth: usize,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let at: usize = y * stride;
    let q = p + y * pStride;
    for (let x = 0; x < width; x++, at += 16, q += 4) {
      const colour = get4(s + at);
      const r = f32x4.extract_lane(colour, 0);
      const g = f32x4.extract_lane(colour, 1);
      const b = f32x4.extract_lane(colour, 2);
      const own = get(q);
      put4(first + at, f32x4.replace_lane(colour, 3, own));
      put4(second + at, lanes(r * r, r * g, r * b, g * g));
      put4(third + at, lanes(g * b, b * b, r * own, g * own));
      put4(fourth + at, lanes(b * own, 1, 0, 0));
    }
  }
}

// @ts-ignore: decorator
@inline
function lanes(a: f32, b: f32, c: f32, d: f32): v128 {
  return f32x4.replace_lane(
    f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(a), 1, b), 2, c),
    3,
    d,
  );
}

/**
 * Rows of the planes over the colours that are nearest to the coverage, by the means of windows that `productRows`
 * is blurred to: a (three) and b of a·I + b, times how much of the window there is, which `weights` (a float a px)
 * is by itself. `even` is added to the variances (a ridge).
 */
export function fitRows(
  first: usize,
  second: usize,
  third: usize,
  fourth: usize,
  o: usize,
  stride: i32,
  weights: usize,
  wStride: i32,
  even: f64,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let at: usize = y * stride;
    let q = weights + y * wStride;
    for (let x = 0; x < width; x++, at += 16, q += 4) {
      const w = get(fourth + at + 4) as f64;
      const r = (get(first + at) as f64) / w;
      const g = (get(first + at + 4) as f64) / w;
      const b = (get(first + at + 8) as f64) / w;
      const p = (get(first + at + 12) as f64) / w;
      const rr = (get(second + at) as f64) / w - r * r + even;
      const rg = (get(second + at + 4) as f64) / w - r * g;
      const rb = (get(second + at + 8) as f64) / w - r * b;
      const gg = (get(second + at + 12) as f64) / w - g * g + even;
      const gb = (get(third + at) as f64) / w - g * b;
      const bb = (get(third + at + 4) as f64) / w - b * b + even;
      const cr = (get(third + at + 8) as f64) / w - r * p;
      const cg = (get(third + at + 12) as f64) / w - g * p;
      const cb = (get(fourth + at) as f64) / w - b * p;
      // The inverse of the symmetrical matrix of variances, by its cofactors.
      const A = gg * bb - gb * gb;
      const B = rb * gb - rg * bb;
      const C = rg * gb - rb * gg;
      const D = rr * bb - rb * rb;
      const E = rg * rb - rr * gb;
      const F = rr * gg - rg * rg;
      const whole = rr * A + rg * B + rb * C;
      const ar = (A * cr + B * cg + C * cb) / whole;
      const ag = (B * cr + D * cg + E * cb) / whole;
      const ab = (C * cr + E * cg + F * cb) / whole;
      const rest = p - ar * r - ag * g - ab * b;
      put4(o + at, lanes((ar * w) as f32, (ag * w) as f32, (ab * w) as f32, (rest * w) as f32));
      put(q, w as f32);
    }
  }
}

/** Divides rows of four floats a px by one of rows of one float a px, in place. */
export function divideRows(
  o: usize,
  oStride: i32,
  p: usize,
  pStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let at = o + y * oStride;
    let q = p + y * pStride;
    for (let x = 0; x < width; x++, at += 16, q += 4)
      put4(at, f32x4.div(get4(at), f32x4.splat(get(q))));
  }
}

/**
 * Rows of a·I + b, within 0–1: colours I, four floats a px, and coefficients a (three) and b, which lie on a grid of
 * their own: px (x, y) of the rows, counted from (0, 0), has those at (a x + c y + e, b x + d y + f) of it, between
 * its px mixed (bilinear), beyond its edges as they are there.
 */
export function guidedRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  k: usize,
  kWidth: i32,
  kHeight: i32,
  a: f32,
  b: f32,
  c: f32,
  d: f32,
  e: f32,
  f: f32,
  width: i32,
  from: i32,
  to: i32,
): void {
  const right = (kWidth - 1) as f32;
  const bottom = (kHeight - 1) as f32;
  for (let y = from; y < to; y++) {
    let p = o + y * oStride;
    let q = s + y * sStride;
    for (let x = 0; x < width; x++, p += 4, q += 16) {
      const u = min<f32>(right, max<f32>(0, a * (x as f32) + c * (y as f32) + e));
      const v = min<f32>(bottom, max<f32>(0, b * (x as f32) + d * (y as f32) + f));
      const i = min(u as i32, max(0, kWidth - 2));
      const j = min(v as i32, max(0, kHeight - 2));
      const tx = f32x4.splat(u - (i as f32));
      const ty = f32x4.splat(v - (j as f32));
      const across: usize = kWidth > 1 ? 16 : 0;
      const down: usize = kHeight > 1 ? (kWidth as usize) << 4 : 0;
      const at = k + (((j * kWidth + i) as usize) << 4);
      const top = mixed(get4(at), get4(at + across), tx);
      const low = mixed(get4(at + down), get4(at + down + across), tx);
      const colour = f32x4.replace_lane(get4(q), 3, 1);
      const product = f32x4.mul(mixed(top, low, ty), colour);
      const sum =
        f32x4.extract_lane(product, 0) +
        f32x4.extract_lane(product, 1) +
        f32x4.extract_lane(product, 2) +
        f32x4.extract_lane(product, 3);
      put(p, min<f32>(1, max<f32>(0, sum)));
    }
  }
}

// @ts-ignore: decorator
@inline
function mixed(a: v128, b: v128, t: v128): v128 {
  return f32x4.add(a, f32x4.mul(f32x4.sub(b, a), t));
}
