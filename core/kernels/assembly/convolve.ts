/** Weighted sums along rows and columns. */
import { get, get4, put, put4, splat } from './access';
import { scratchRow } from './scratch';

/**
 * Convolves along rows with symmetric weights: the middle, then one side. A row of `s` holds `sWidth` pixels from px `sx`; a row of `d` `dWidth` from
 * `dx`. Outside the row is nothing. Channels are interleaved.
 */
export function convolveAcross(
  s: usize,
  sStride: i32,
  sx: i32,
  sWidth: i32,
  d: usize,
  dStride: i32,
  dx: i32,
  dWidth: i32,
  weights: usize,
  radius: i32,
  channels: i32,
  from: i32,
  to: i32,
): void {
  const line = scratchRow();
  const room = dWidth + 2 * radius;
  // What the row has of the room's px, and where that begins in both.
  const a = max(sx, dx - radius);
  const b = min(sx + sWidth, dx + dWidth + radius);
  const before = (a - dx + radius) * channels;
  const count = max(0, b - a) * channels;
  const pixel = channels << 2;
  const floats = dWidth * channels;
  memory.fill(line, 0, (room * channels) << 2);
  for (let y = from; y < to; y++) {
    if (count > 0)
      memory.copy(line + (before << 2), s + y * sStride + ((a - sx) * pixel), count << 2);
    const middle = line + radius * pixel;
    const dp = d + y * dStride;
    let i = 0;
    for (; i + 7 < floats; i += 8) {
      const p = middle + (i << 2);
      let w = splat(weights);
      let s0 = f32x4.mul(get4(p), w);
      let s1 = f32x4.mul(get4(p + 16), w);
      for (let k = 1; k <= radius; k++) {
        w = splat(weights + (k << 2));
        const l = p - k * pixel;
        const r = p + k * pixel;
        s0 = f32x4.add(s0, f32x4.mul(f32x4.add(get4(l), get4(r)), w));
        s1 = f32x4.add(s1, f32x4.mul(f32x4.add(get4(l + 16), get4(r + 16)), w));
      }
      put4(dp + (i << 2), s0);
      put4(dp + (i << 2) + 16, s1);
    }
    for (; i < floats; i++) {
      const p = middle + (i << 2);
      let v = get(p) * get(weights);
      for (let k = 1; k <= radius; k++)
        v += (get(p - k * pixel) + get(p + k * pixel)) * get(weights + (k << 2));
      put(dp + (i << 2), v);
    }
  }
}

/**
 * Weighted sums down columns: row y of `d` is the sum of `count` rows of `s` from `top` + y · `step` on,
 * times `weights`. `s` holds `sHeight` rows of `floats` floats; what lies outside it is nothing.
 */
export function weighDown(
  s: usize,
  sStride: i32,
  sHeight: i32,
  d: usize,
  dStride: i32,
  floats: i32,
  top: i32,
  step: i32,
  weights: usize,
  count: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    const first = top + y * step;
    const i0 = max(0, -first);
    const i1 = min(count, sHeight - first);
    const dp = d + y * dStride;
    let x = 0;
    for (; x + 15 < floats; x += 16) {
      let a0 = f32x4.splat(0);
      let a1 = f32x4.splat(0);
      let a2 = f32x4.splat(0);
      let a3 = f32x4.splat(0);
      for (let i = i0; i < i1; i++) {
        const p = s + (first + i) * sStride + (x << 2);
        const w = splat(weights + (i << 2));
        a0 = f32x4.add(a0, f32x4.mul(get4(p), w));
        a1 = f32x4.add(a1, f32x4.mul(get4(p + 16), w));
        a2 = f32x4.add(a2, f32x4.mul(get4(p + 32), w));
        a3 = f32x4.add(a3, f32x4.mul(get4(p + 48), w));
      }
      const at = dp + (x << 2);
      put4(at, a0);
      put4(at + 16, a1);
      put4(at + 32, a2);
      put4(at + 48, a3);
    }
    for (; x < floats; x++) {
      let a: f32 = 0;
      for (let i = i0; i < i1; i++)
        a += get(s + (first + i) * sStride + (x << 2)) * get(weights + (i << 2));
      put(dp + (x << 2), a);
    }
  }
}
