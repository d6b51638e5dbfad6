/**
 * Exact Euclidean distance (Felzenszwalb & Huttenlocher, "Distance transforms of sampled functions",
 * 2012): the nearest px of each column by counting, then the lower envelope of parabolas along rows.
 */
import { get, get4, put, put4 } from './access';
import { scratchRow } from './scratch';

/** Farther than any px of a picture may be. */
export const FAR: f32 = 1e6;

/** Four floats of a row, or those of its last that are left, and zeros. */
// @ts-ignore: decorator
@inline
function upToFour(at: usize, left: i32): v128 {
  if (left >= 4) return get4(at);
  return f32x4(get(at), left > 1 ? get(at + 4) : 0, left > 2 ? get(at + 8) : 0, 0);
}

/**
 * Distance along columns, px, from each px of a plane at `s` to the nearest of its column with coverage
 * of at least ½ (or below ½ if `inverse`). Works on columns `from`–`to`, counted in fours; rows at `d`
 * are a multiple of 16 bytes.
 */
export function distanceDown(
  s: usize,
  sStride: i32,
  width: i32,
  d: usize,
  dStride: i32,
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
        const run = scratchRow() + ((c - x) << 4);
        let seed = f32x4.ge(upToFour(s + y * sStride + (c << 4), width - (c << 2)), half);
        if (inverse) seed = v128.not(seed);
        const v = v128.andnot(f32x4.pmin(far, f32x4.add(get4(run), one)), seed);
        put4(run, v);
        put4(d + y * dStride + (c << 4), v);
      }
    }
    for (let y = height - 2; y >= 0; y--) {
      for (let c = x; c < end; c++) {
        const at = d + y * dStride + (c << 4);
        put4(at, f32x4.pmin(get4(at), f32x4.add(get4(at + dStride), one)));
      }
    }
  }
}

/** A parabola of the envelope, 64-bit floats: its apex v, v² + height², and twice where it begins. */
const APEX: usize = 0;
const SUM: usize = 8;
const BEGIN: usize = 16;
const PARABOLA: usize = 24;

/**
 * Turns rows of column distances at `s`, `width` floats each, into Euclidean distances at `d`; with
 * `places`, into the columns of what is nearest (−1 where nothing is).
 */
export function distanceAcross(
  s: usize,
  sStride: i32,
  d: usize,
  dStride: i32,
  width: i32,
  places: i32,
  from: i32,
  to: i32,
): void {
  const made = scratchRow();
  const envelope = made + ((width + 4) << 2);
  for (let y = from; y < to; y++) {
    const row = s + y * sStride;
    // The frontmost of the list; the list is empty while that stands before it.
    let front = envelope - PARABOLA;
    for (let q = 0; q < width; q++) {
      const own = get(row + (q << 2));
      if (own >= FAR) continue;
      const x = q as f64;
      const sum = (own as f64) * own + x * x;
      // Two parabolas meet where 2x is the difference of their sums over that of their apexes.
      let rise: f64 = 0;
      let gap: f64 = 0;
      for (; front >= envelope; front -= PARABOLA) {
        rise = sum - load<f64>(front, SUM);
        gap = x - load<f64>(front, APEX);
        if (rise > load<f64>(front, BEGIN) * gap) break;
      }
      const begin = front < envelope ? -Infinity : rise / gap;
      front += PARABOLA;
      store<f64>(front, x, APEX);
      store<f64>(front, sum, SUM);
      store<f64>(front, begin, BEGIN);
    }
    if (front < envelope) {
      for (let q = 0; q < width; q++) put(d + y * dStride + (q << 2), places ? -1 : FAR);
      continue;
    }
    store<f64>(front + PARABOLA, Infinity, BEGIN);
    const out = d + y * dStride;
    let at = places ? out : made;
    let e = envelope;
    for (let q = 0; q < width; e += PARABOLA) {
      const v = load<f64>(e, APEX);
      const square = (load<f64>(e, SUM) - v * v) as f32;
      const until = load<f64>(e + PARABOLA, BEGIN) * 0.5;
      const end = until >= width ? width : (Math.floor(until) as i32) + 1;
      let away = (q as f32) - (v as f32);
      if (places) for (; q < end; q++, at += 4) put(at, v as f32);
      else for (; q < end; q++, at += 4, away += 1) put(at, square + away * away);
    }
    if (places) continue;
    let q = 0;
    for (; q + 3 < width; q += 4)
      put4(out + (q << 2), f32x4.sqrt(get4(made + (q << 2))));
    for (; q < width; q++) put(out + (q << 2), sqrt<f32>(get(made + (q << 2))));
  }
}
