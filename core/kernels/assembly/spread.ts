/** Spreading cells over px by a cubic B-spline (kernels/cells.ts). */
import { get, get4, put, put4, splat, splatPair } from './access';
import { STRIP, floorDiv } from './grid';
import { scratchRow } from './scratch';

/** Spreads a row of cells, from `cellsX` on, along `width` px from px `x0`. */
function spreadRow(
  line: usize,
  cellsX: i32,
  dp: usize,
  x0: i32,
  width: i32,
  n: i32,
  weights: usize,
  channels: i32,
): void {
  const half = n >> 1;
  const row = n << 2;
  const first = floorDiv(x0 - half, n);
  const last = floorDiv(x0 + width - 1 - half, n);
  let g = first;
  if (n == 2 && last - first > 8) {
    spreadGap(g, line, cellsX, dp, x0, width, n, weights, channels);
    g++;
    const p = line + (((g - 1 - cellsX) * channels) << 2);
    g = spreadPairs(g, last, p, dp + (((g * 2 + 1 - x0) * channels) << 2), weights, channels);
  }
  for (; g <= last; g++) spreadGap(g, line, cellsX, dp, x0, width, n, weights, channels);
}

/** Spreads the four cells round gap g over its px. */
// @ts-ignore: decorator
@inline
function spreadGap(
  g: i32,
  line: usize,
  cellsX: i32,
  dp: usize,
  x0: i32,
  width: i32,
  n: i32,
  weights: usize,
  channels: i32,
): void {
  const row = n << 2;
  const start = g * n + (n >> 1) - x0;
  const i0 = max(0, -start);
  const i1 = min(n, width - start);
  if (channels == 4) {
    const p = line + ((g - 1 - cellsX) << 4);
    const c0 = get4(p);
    const c1 = get4(p + 16);
    const c2 = get4(p + 32);
    const c3 = get4(p + 48);
    let to = dp + ((start + i0) << 4);
    for (let i = i0; i < i1; i++, to += 16)
      put4(to, weighedAt(c0, c1, c2, c3, weights + (i << 2), row));
  } else {
    const p = line + ((g - 1 - cellsX) << 2);
    let to = dp + ((start + i0) << 2);
    let i = i0;
    for (; i + 3 < i1; i += 4, to += 16) {
      const w = weights + (i << 2);
      put4(
        to,
        f32x4.add(
          f32x4.add(
            f32x4.mul(splat(p), get4(w)),
            f32x4.mul(splat(p + 4), get4(w + row)),
          ),
          f32x4.add(
            f32x4.mul(splat(p + 8), get4(w + 2 * row)),
            f32x4.mul(splat(p + 12), get4(w + 3 * row)),
          ),
        ),
      );
    }
    for (; i < i1; i++, to += 4) {
      const w = weights + (i << 2);
      put(
        to,
        get(p) * get(w) +
          get(p + 4) * get(w + row) +
          (get(p + 8) * get(w + 2 * row) + get(p + 12) * get(w + 3 * row)),
      );
    }
  }
}

/** Spreads cells of two px over the gaps `g` to before `last`, whose first cells stand at `p`. Returns the gap to go on with. */
// @ts-ignore: decorator
@inline
function spreadPairs(
  g: i32,
  last: i32,
  p: usize,
  d: usize,
  weights: usize,
  channels: i32,
): i32 {
  if (channels == 4) {
    const l0 = splat(weights);
    const r0 = splat(weights + 4);
    const l1 = splat(weights + 8);
    const r1 = splat(weights + 12);
    const l2 = splat(weights + 16);
    const r2 = splat(weights + 20);
    const l3 = splat(weights + 24);
    const r3 = splat(weights + 28);
    let c0 = get4(p);
    let c1 = get4(p + 16);
    let c2 = get4(p + 32);
    p += 48;
    for (; g < last; g++, p += 16, d += 32) {
      const c3 = get4(p);
      put4(d, weighed(c0, c1, c2, c3, l0, l1, l2, l3));
      put4(d + 16, weighed(c0, c1, c2, c3, r0, r1, r2, r3));
      c0 = c1;
      c1 = c2;
      c2 = c3;
    }
    return g;
  }
  // The two px of a gap, and those of the next.
  const w0 = splatPair(weights);
  const w1 = splatPair(weights + 8);
  const w2 = splatPair(weights + 16);
  const w3 = splatPair(weights + 24);
  for (; g + 1 < last; g += 2, p += 8, d += 16) {
    const a = get4(p);
    const b = get4(p + 4);
    put4(
      d,
      weighed(
        v128.shuffle<f32>(a, a, 0, 0, 1, 1),
        v128.shuffle<f32>(a, a, 1, 1, 2, 2),
        v128.shuffle<f32>(b, b, 1, 1, 2, 2),
        v128.shuffle<f32>(b, b, 2, 2, 3, 3),
        w0,
        w1,
        w2,
        w3,
      ),
    );
  }
  return g;
}

/** The sum of four vectors times weights. */
// @ts-ignore: decorator
@inline
function weighed(a: v128, b: v128, c: v128, d: v128, w0: v128, w1: v128, w2: v128, w3: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(a, w0), f32x4.mul(b, w1)),
    f32x4.add(f32x4.mul(c, w2), f32x4.mul(d, w3)),
  );
}

/** Four vectors, each times one of four weights `row` bytes apart. */
// @ts-ignore: decorator
@inline
function weighedAt(a: v128, b: v128, c: v128, d: v128, at: usize, row: i32): v128 {
  return weighed(a, b, c, d, splat(at), splat(at + row), splat(at + 2 * row), splat(at + 3 * row));
}

/**
 * Spreads cells over px by a cubic B-spline: `s` holds rows of cells from `cellsX`, `cellsY` on, `d` rows of `width` px from
 * px `x0`, `y0`. `weights` holds four rows of n: the weight of each of the four cells round a gap at each of its px.
 *
 * A strip of columns at a time: the four rows of cells round a row of px are spread along it once, and stay in the
 * nearest cache.
 */
export function spreadRows(
  s: usize,
  sStride: i32,
  cellsX: i32,
  cellsY: i32,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  n: i32,
  weights: usize,
  channels: i32,
  from: i32,
  to: i32,
): void {
  const half = n >> 1;
  const row = n << 2;
  const ring = scratchRow();
  const strip = STRIP / channels;
  for (let x = 0; x < width; x += strip) {
    const px = min(strip, width - x);
    const bytes = (px * channels) << 2;
    // Rows of cells are spread when they are first needed, each in the place of the one four before it.
    let last = floorDiv(y0 + from - half, n) - 2;
    for (let y = from; y < to; y++) {
      const gap = floorDiv(y0 + y - half, n);
      while (last < gap + 2) {
        last++;
        const cells = s + (last - cellsY) * sStride;
        spreadRow(cells, cellsX, slot(ring, last), x0 + x, px, n, weights, channels);
      }
      const phase = weights + ((y0 + y - half - gap * n) << 2);
      const p0 = slot(ring, gap - 1);
      const p1 = slot(ring, gap);
      const p2 = slot(ring, gap + 1);
      const p3 = slot(ring, gap + 2);
      const w0 = splat(phase);
      const w1 = splat(phase + row);
      const w2 = splat(phase + 2 * row);
      const w3 = splat(phase + 3 * row);
      const at = d + y * dStride + ((x * channels) << 2);
      let i = 0;
      for (; i + 12 < bytes; i += 16)
        put4(
          at + i,
          weighed(get4(p0 + i), get4(p1 + i), get4(p2 + i), get4(p3 + i), w0, w1, w2, w3),
        );
      for (; i < bytes; i += 4)
        put(
          at + i,
          get(p0 + i) * get(phase) +
            get(p1 + i) * get(phase + row) +
            (get(p2 + i) * get(phase + 2 * row) + get(p3 + i) * get(phase + 3 * row)),
        );
    }
  }
}

/** Where the ring holds a row of cells. */
// @ts-ignore: decorator
@inline
function slot(ring: usize, row: i32): usize {
  return ring + (row & 3) * (STRIP << 2);
}
