/** The guided filter: coefficients laid on colours. Strides are in bytes. */
import { get4, put } from './access';

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
