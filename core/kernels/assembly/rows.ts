/** Plain work on rows: filling, copying, masks, mixing. Strides are in bytes. */
import { get, get4, put, put4, splat } from './access';

/** Sets `bytes` from `at` on to 0, in pieces of 64 kB that count as rows. */
export function clearRows(at: usize, bytes: usize, from: i32, to: i32): void {
  const first = (from as usize) << 16;
  memory.fill(at + first, 0, min((to as usize) << 16, bytes) - first);
}

/** Fills rows of RGBA with one premultiplied colour. */
export function fillRows(
  b: usize,
  stride: i32,
  width: i32,
  red: f32,
  green: f32,
  blue: f32,
  alpha: f32,
  from: i32,
  to: i32,
): void {
  const colour = f32x4(red, green, blue, alpha);
  for (let y = from; y < to; y++) {
    let p = b + y * stride;
    for (const end = p + (width << 4); p < end; p += 16) put4(p, colour);
  }
}

/** Copies rows of `floats` floats each. */
export function copyRows(
  d: usize,
  dStride: i32,
  s: usize,
  sStride: i32,
  floats: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let dp = d + y * dStride;
    let sp = s + y * sStride;
    const end = sp + (floats << 2);
    for (const whole = sp + ((floats & ~3) << 2); sp < whole; sp += 16, dp += 16) put4(dp, get4(sp));
    for (; sp < end; sp += 4, dp += 4) put(dp, get(sp));
  }
}

/** Multiplies rows of RGBA by a plane, in place. */
export function maskRows(
  b: usize,
  bStride: i32,
  m: usize,
  mStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let bp = b + y * bStride;
    let mp = m + y * mStride;
    for (const end = bp + (width << 4); bp < end; bp += 16, mp += 4)
      put4(bp, f32x4.mul(get4(bp), splat(mp)));
  }
}

/** Multiplies rows of RGBA by a factor, in place. */
export function scaleRows(
  b: usize,
  stride: i32,
  width: i32,
  factor: f32,
  from: i32,
  to: i32,
): void {
  const k = f32x4.splat(factor);
  for (let y = from; y < to; y++) {
    let p = b + y * stride;
    for (const end = p + (width << 4); p < end; p += 16) put4(p, f32x4.mul(get4(p), k));
  }
}

/**
 * Moves rows of RGBA towards others by `amount`, times a plane unless `m` is 0:
 * b += (s − b) · amount · m.
 */
export function mixRows(
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
  const k = f32x4.splat(amount);
  for (let y = from; y < to; y++) {
    let bp = b + y * bStride;
    let sp = s + y * sStride;
    let mp = m + y * mStride;
    for (const end = bp + (width << 4); bp < end; bp += 16, sp += 16, mp += 4) {
      const x = get4(bp);
      const share = m ? f32x4.mul(splat(mp), k) : k;
      put4(bp, f32x4.add(x, f32x4.mul(f32x4.sub(get4(sp), x), share)));
    }
  }
}

/** The alpha of rows of RGBA as a plane. */
export function alphaRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let sp = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, sp += 16) put(d, get(sp + 12));
  }
}

/** Rows of RGBA at whole coverage where there is any, times `amount`: colour divided by alpha. */
export function unwrapRows(
  b: usize,
  stride: i32,
  width: i32,
  amount: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let p = b + y * stride;
    for (const end = p + (width << 4); p < end; p += 16) {
      const alpha = get(p + 12);
      // What is left of a blur may be so little that nothing could be divided by it.
      if (alpha > 1e-30) put4(p, f32x4.mul(get4(p), f32x4.splat(amount / alpha)));
      else if (alpha > 0) put4(p, f32x4.splat(0));
    }
  }
}

/** The tone of rows of RGBA as a plane: Rec. 709 luma, premultiplied, within 0–1. */
export function toneRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let sp = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, sp += 16) {
      const v = f32x4.mul(get4(sp), f32x4(0.2126, 0.7152, 0.0722, 0));
      const tone =
        f32x4.extract_lane(v, 0) + f32x4.extract_lane(v, 1) + f32x4.extract_lane(v, 2);
      put(d, min<f32>(1, max<f32>(0, tone)));
    }
  }
}

/** Rows of a plane under v → v · scale + lift, in place: a mask's density and its inverse. */
export function linearRows(
  p: usize,
  stride: i32,
  width: i32,
  scale: f32,
  lift: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * stride;
    for (const end = d + (width << 2); d < end; d += 4) put(d, get(d) * scale + lift);
  }
}

/**
 * Rows of a fade: 1 where t ≤ 0, 0 where t ≥ 1, and smooth between. Along a line, t = a·x + b·y + c for
 * the middle of px (x, y); round a point (`radial`), t = |(a·x + b·y + c, d·x + e·y + f)|.
 */
export function fadeRows(
  p: usize,
  stride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  radial: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    const at = p + y * stride;
    const py = (y0 + y) as f64 + 0.5;
    for (let x = 0; x < width; x++) {
      const px = (x0 + x) as f64 + 0.5;
      let t = a * px + b * py + c;
      if (radial) {
        const s = d * px + e * py + f;
        t = sqrt<f64>(t * t + s * s);
      }
      const u = t < 0 ? 0 : t > 1 ? 1 : t;
      put(at + (x << 2), (1 - u * u * (3 - 2 * u)) as f32);
    }
  }
}
