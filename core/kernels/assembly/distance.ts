/**
 * Exact Euclidean distance (Felzenszwalb & Huttenlocher, "Distance transforms of sampled functions",
 * 2012): the nearest px of each column by counting, then the lower envelope of parabolas along rows.
 */
import { get, get4, put, put4 } from './access';
import { scratchRow } from './scratch';

/** Farther than any px of a picture may be. */
export const FAR: f32 = 1e6;

/**
 * Distance along columns, px, from each px to the nearest of its column with coverage of at least ½
 * (or below ½ if `inverse`). Works on columns `from`–`to`, counted in fours; rows are a multiple of
 * 16 bytes.
 */
export function distanceDown(
  s: usize,
  d: usize,
  stride: i32,
  height: i32,
  inverse: i32,
  from: i32,
  to: i32,
): void {
  const one = f32x4.splat(1);
  const far = f32x4.splat(FAR);
  const half = f32x4.splat(0.5);
  // Strips of a few columns keep to the cache; a strip goes down once and up once.
  for (let x = from; x < to; x += 8) {
    const end = min(to, x + 8);
    for (let c = x; c < end; c++) put4(scratchRow() + ((c - x) << 4), far);
    for (let y = 0; y < height; y++) {
      for (let c = x; c < end; c++) {
        const at = y * stride + (c << 4);
        const run = scratchRow() + ((c - x) << 4);
        let seed = f32x4.ge(get4(s + at), half);
        if (inverse) seed = v128.not(seed);
        const v = v128.andnot(f32x4.pmin(far, f32x4.add(get4(run), one)), seed);
        put4(run, v);
        put4(d + at, v);
      }
    }
    for (let y = height - 2; y >= 0; y--) {
      for (let c = x; c < end; c++) {
        const at = d + y * stride + (c << 4);
        put4(at, f32x4.pmin(get4(at), f32x4.add(get4(at + stride), one)));
      }
    }
  }
}

/** Turns rows of column distances, `width` floats each, into Euclidean distances, in place. */
export function distanceAcross(d: usize, stride: i32, width: i32, from: i32, to: i32): void {
  // Three lists: where each parabola of the envelope stands, its height, and where it begins.
  const apex = scratchRow();
  const height = apex + ((width + 1) << 2);
  const start = height + ((width + 1) << 2);
  for (let y = from; y < to; y++) {
    const row = d + y * stride;
    let k = -1;
    for (let q = 0; q < width; q++) {
      const own = get(row + (q << 2));
      if (own >= FAR) continue;
      const square = (own as f64) * own;
      let begin: f32 = -FAR;
      while (k >= 0) {
        const v = get(apex + (k << 2)) as f64;
        const h = get(height + (k << 2)) as f64;
        const gap = (q as f64) - v;
        begin = (((square - h * h) / gap + (q as f64) + v) * 0.5) as f32;
        if (begin > get(start + (k << 2))) break;
        begin = -FAR;
        k--;
      }
      k++;
      put(apex + (k << 2), q as f32);
      put(height + (k << 2), own);
      put(start + (k << 2), begin);
    }
    if (k < 0) continue;
    // The lists hold all that is needed of the row: it may be written over.
    const last = k;
    k = 0;
    let next = last > 0 ? get(start + 4) : FAR;
    let v = get(apex);
    let h = get(height) as f64;
    for (let q = 0; q < width; q++) {
      while ((q as f32) > next) {
        k++;
        v = get(apex + (k << 2));
        h = get(height + (k << 2)) as f64;
        next = k < last ? get(start + ((k + 1) << 2)) : FAR;
      }
      const away = (q as f64) - v;
      put(row + (q << 2), sqrt<f64>(h * h + away * away) as f32);
    }
  }
}
