/** Weighted sums along rows and columns. */
import { get, get4, put, put4, splat } from './access';
import { scratchRow } from './scratch';

/** Floats of a row that are worked on at a time: so many rows of them as a window has stay in the nearest caches. */
const STRIP: i32 = 512;

/**
 * Sums of floats with symmetric weights (the middle, then one side) over what stands `step` bytes apart: px along a row,
 * or rows beneath one another. `p` is where the middle of the first sum stands. The sums are put at `d`, and again `twin`
 * bytes on unless that is 0.
 */
// @ts-ignore: decorator
@inline
function convolved(
  p: usize,
  d: usize,
  floats: i32,
  weights: usize,
  radius: i32,
  step: i32,
  twin: i32,
): void {
  let i = 0;
  for (; i + 15 < floats; i += 16) {
    const m = p + (i << 2);
    let w = splat(weights);
    let a = f32x4.mul(get4(m), w);
    let b = f32x4.mul(get4(m + 16), w);
    let c = f32x4.mul(get4(m + 32), w);
    let e = f32x4.mul(get4(m + 48), w);
    let l = m;
    let r = m;
    for (let k = 1; k <= radius; k++) {
      w = splat(weights + (k << 2));
      l -= step;
      r += step;
      a = f32x4.add(a, f32x4.mul(f32x4.add(get4(l), get4(r)), w));
      b = f32x4.add(b, f32x4.mul(f32x4.add(get4(l + 16), get4(r + 16)), w));
      c = f32x4.add(c, f32x4.mul(f32x4.add(get4(l + 32), get4(r + 32)), w));
      e = f32x4.add(e, f32x4.mul(f32x4.add(get4(l + 48), get4(r + 48)), w));
    }
    const at = d + (i << 2);
    put4(at, a);
    put4(at + 16, b);
    put4(at + 32, c);
    put4(at + 48, e);
    if (twin) {
      put4(at + twin, a);
      put4(at + twin + 16, b);
      put4(at + twin + 32, c);
      put4(at + twin + 48, e);
    }
  }
  for (; i < floats; i++) {
    const m = p + (i << 2);
    let v = get(m) * get(weights);
    for (let k = 1; k <= radius; k++)
      v += (get(m - k * step) + get(m + k * step)) * get(weights + (k << 2));
    put(d + (i << 2), v);
    if (twin) put(d + (i << 2) + twin, v);
  }
}

/**
 * Convolves along rows and columns with symmetric weights: the middle, then one side, of `radius` px. `s` holds
 * `sHeight` rows from px `sx` on, `sWidth` px each; row y of `d` holds `dWidth` px from `dx` on, and stands at row
 * `top` + y of `s`. Outside `s` is nothing. Channels are interleaved.
 *
 * A strip of columns at a time, so that the rows that are convolved across never leave the caches.
 */
export function convolveRows(
  s: usize,
  sStride: i32,
  sx: i32,
  sWidth: i32,
  sHeight: i32,
  d: usize,
  dStride: i32,
  dx: i32,
  dWidth: i32,
  top: i32,
  weights: usize,
  radius: i32,
  channels: i32,
  from: i32,
  to: i32,
): void {
  const pixel = channels << 2;
  const row = STRIP << 2;
  const count = 2 * radius + 1;
  const line = scratchRow();
  const ring = line + ((STRIP + 2 * radius * channels) << 2);
  const all = dWidth * channels;
  for (let f0 = 0; f0 < all; f0 += STRIP) {
    const floats = min(STRIP, all - f0);
    // What the strip needs of a row, floats from the first of the source.
    const first = (dx - sx - radius) * channels + f0;
    const need = floats + 2 * radius * channels;
    const isWithin = first >= 0 && first + need <= sWidth * channels;
    const a = max(0, first);
    const b = min(sWidth * channels, first + need);
    if (!isWithin) memory.fill(line, 0, need << 2);
    for (let j = top + from - radius; j < top + to + radius; j++) {
      // Each row stands in the ring twice, so that those of a window always follow on one another.
      const k = (j - top - from + radius) % count;
      const slot = ring + k * row;
      if (j < 0 || j >= sHeight || b <= a) {
        memory.fill(slot, 0, floats << 2);
        memory.fill(slot + count * row, 0, floats << 2);
      } else {
        let p = s + j * sStride + (first << 2);
        if (!isWithin) {
          memory.copy(line + ((a - first) << 2), s + j * sStride + (a << 2), (b - a) << 2);
          p = line;
        }
        convolved(p + radius * pixel, slot, floats, weights, radius, pixel, count * row);
      }
      const y = j - top - radius;
      if (y < from) continue;
      const middle = slot + (radius + 1) * row;
      convolved(middle, d + y * dStride + (f0 << 2), floats, weights, radius, row, 0);
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
