/**
 * Between px and a coarse grid of n × n px cells, by splines (see kernels/cells.ts for the
 * mathematics). Between the middles of cells g and g + 1 lie n px, from g·n + n/2: a gap.
 */
import { get, get4, put, put4, splat, splatPair } from './access';
import { scratchRow } from './scratch';

// @ts-ignore: decorator
@inline
function floorDiv(a: i32, n: i32): i32 {
  return (a >= 0 ? a : a - n + 1) / n;
}

/** Floats of a row that are worked on at a time where rows are added up: their sums stay in the nearest cache. */
const STRIP: i32 = 2048;

/**
 * Shares px among cells along rows. `rising` holds n weights (i + ½)/n², `falling` the n that go with
 * them. `region` starts at px `x0`; the row of cells starts at `cellsX`; what falls outside is lost.
 */
export function shareAcross(
  s: usize,
  sStride: i32,
  x0: i32,
  width: i32,
  d: usize,
  dStride: i32,
  cellsX: i32,
  cells: i32,
  n: i32,
  rising: usize,
  falling: usize,
  channels: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    const dp = d + y * dStride;
    memory.fill(dp, 0, (cells * channels) << 2);
    shareRow(s + y * sStride, x0, width, dp, cellsX, cells, n, rising, falling, channels);
  }
}

/** Shares px among cells along one row of cells, which are added to. */
function shareRow(
  sp: usize,
  x0: i32,
  width: i32,
  dp: usize,
  cellsX: i32,
  cells: i32,
  n: i32,
  rising: usize,
  falling: usize,
  channels: i32,
): void {
  const half = n >> 1;
  const first = max(floorDiv(x0 - half, n), cellsX - 1);
  const last = min(floorDiv(x0 + width - 1 - half, n), cellsX + cells - 1);
  let g = first;
  if (n == 2 && last - first > 8) {
    for (; g < first + 2; g++)
      shareGap(g, sp, x0, width, dp, cellsX, cells, n, rising, falling, channels);
    // From here to the last gap every cell has all of its four px.
    const p = sp + (((g * 2 - 1 - x0) * channels) << 2);
    g = sharePairs(g, last, p, dp + (((g - cellsX) * channels) << 2), rising, channels);
  }
  for (; g <= last; g++)
    shareGap(g, sp, x0, width, dp, cellsX, cells, n, rising, falling, channels);
}

/**
 * Shares px among cells of two px, cells `g` to before `last`: each is the sum of the four px from `p` on. Returns the gap
 * to go on with.
 */
// @ts-ignore: decorator
@inline
function sharePairs(
  g: i32,
  last: i32,
  p: usize,
  d: usize,
  rising: usize,
  channels: i32,
): i32 {
  const outer = splat(rising);
  const inner = splat(rising + 4);
  if (channels == 4) {
    let a = get4(p);
    let b = get4(p + 16);
    for (; g < last; g++, d += 16) {
      p += 32;
      const c = get4(p);
      const e = get4(p + 16);
      put4(d, f32x4.add(f32x4.mul(f32x4.add(a, e), outer), f32x4.mul(f32x4.add(b, c), inner)));
      a = c;
      b = e;
    }
    put4(d, f32x4.add(f32x4.mul(a, outer), f32x4.mul(b, inner)));
    return g;
  }
  for (; g + 3 < last; g += 4, d += 16, p += 32) {
    const a = get4(p);
    const b = get4(p + 16);
    const c = get4(p + 8);
    const e = get4(p + 24);
    const ends = f32x4.add(
      v128.shuffle<f32>(a, b, 0, 2, 4, 6),
      v128.shuffle<f32>(c, e, 1, 3, 5, 7),
    );
    const middles = f32x4.add(
      v128.shuffle<f32>(a, b, 1, 3, 5, 7),
      v128.shuffle<f32>(c, e, 0, 2, 4, 6),
    );
    put4(d, f32x4.add(f32x4.mul(ends, outer), f32x4.mul(middles, inner)));
  }
  put(d, get(p) * get(rising) + get(p + 4) * get(rising + 4));
  return g;
}

/** Shares the px of gap g between cells g and g + 1; what lies right of cell g must not be in it yet. */
// @ts-ignore: decorator
@inline
function shareGap(
  g: i32,
  sp: usize,
  x0: i32,
  width: i32,
  dp: usize,
  cellsX: i32,
  cells: i32,
  n: i32,
  rising: usize,
  falling: usize,
  channels: i32,
): void {
  const start = g * n + (n >> 1) - x0;
  const i0 = max(0, -start);
  const i1 = min(n, width - start);
  const left = g - cellsX;
  if (channels == 4) {
    let l = f32x4.splat(0);
    let r = f32x4.splat(0);
    let l2 = f32x4.splat(0);
    let r2 = f32x4.splat(0);
    let p = sp + ((start + i0) << 4);
    let i = i0;
    for (; i + 1 < i1; i += 2, p += 32) {
      const v = get4(p);
      const w = get4(p + 16);
      l = f32x4.add(l, f32x4.mul(v, splat(falling + (i << 2))));
      r = f32x4.add(r, f32x4.mul(v, splat(rising + (i << 2))));
      l2 = f32x4.add(l2, f32x4.mul(w, splat(falling + (i << 2) + 4)));
      r2 = f32x4.add(r2, f32x4.mul(w, splat(rising + (i << 2) + 4)));
    }
    if (i < i1) {
      const v = get4(p);
      l = f32x4.add(l, f32x4.mul(v, splat(falling + (i << 2))));
      r = f32x4.add(r, f32x4.mul(v, splat(rising + (i << 2))));
    }
    if (left >= 0) {
      const at = dp + (left << 4);
      put4(at, f32x4.add(get4(at), f32x4.add(l, l2)));
    }
    if (left + 1 < cells) put4(dp + ((left + 1) << 4), f32x4.add(r, r2));
  } else {
    let l: f32 = 0;
    let r: f32 = 0;
    let p = sp + ((start + i0) << 2);
    let i = i0;
    if (n >= 4) {
      let lv = f32x4.splat(0);
      let rv = f32x4.splat(0);
      for (; i + 3 < i1; i += 4, p += 16) {
        const v = get4(p);
        lv = f32x4.add(lv, f32x4.mul(v, get4(falling + (i << 2))));
        rv = f32x4.add(rv, f32x4.mul(v, get4(rising + (i << 2))));
      }
      l = sum(lv);
      r = sum(rv);
    }
    for (; i < i1; i++, p += 4) {
      const v = get(p);
      l += v * get(falling + (i << 2));
      r += v * get(rising + (i << 2));
    }
    if (left >= 0) {
      const at = dp + (left << 2);
      put(at, get(at) + l);
    }
    if (left + 1 < cells) put(dp + ((left + 1) << 2), r);
  }
}

/**
 * Shares px among cells along rows and columns, n ≤ 16 px to a cell: a row of `d` is the row of cells `cellsY` + y, `cells`
 * of them from `cellsX`; `s` holds `height` rows of `width` px from px `x0`, `y0` on. Weights as for `shareAcross`.
 *
 * A strip of columns at a time: the rows between the middles of two rows of cells are added up for both at once.
 */
export function shareCells(
  s: usize,
  sStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  height: i32,
  d: usize,
  dStride: i32,
  cellsX: i32,
  cellsY: i32,
  cells: i32,
  n: i32,
  rising: usize,
  falling: usize,
  channels: i32,
  from: i32,
  to: i32,
): void {
  const half = n >> 1;
  const pixel = channels << 2;
  const first = max(floorDiv(x0 - half, n), cellsX - 1);
  const last = min(floorDiv(x0 + width - 1 - half, n), cellsX + cells - 1);
  const step = STRIP / channels / n;
  const below = scratchRow();
  const line = below + (STRIP << 2);
  for (let y = from; y < to; y++) memory.fill(d + y * dStride, 0, (cells * channels) << 2);
  for (let g = first; g <= last; g += step) {
    const a = max(x0, g * n + half);
    const b = min(x0 + width, min(last + 1, g + step) * n + half);
    const floats = (b - a) * channels;
    const sp = s + (a - x0) * pixel;
    memory.fill(below, 0, floats << 2);
    for (let y = from - 1; y < to; y++) {
      const start = (cellsY + y) * n + half - y0;
      const i0 = max(0, -start);
      const i1 = min(n, height - start);
      addGap(sp + (start + i0) * sStride, sStride, i1 - i0, floats, rising + (i0 << 2), falling + (i0 << 2), below, line);
      if (y < from) continue;
      shareRow(line, a, b - a, d + y * dStride, cellsX, cells, n, rising, falling, channels);
    }
  }
}

/**
 * Adds up `rows` rows between two rows of cells: `line` becomes what `below` holds and their share of the row above
 * them, `below` their share of the row beneath.
 */
// @ts-ignore: decorator
@inline
function addGap(
  s: usize,
  stride: i32,
  rows: i32,
  floats: i32,
  rising: usize,
  falling: usize,
  below: usize,
  line: usize,
): void {
  let x = 0;
  for (; x + 7 < floats; x += 8) {
    let p = s + (x << 2);
    const at = below + (x << 2);
    let f0 = get4(at);
    let f1 = get4(at + 16);
    let r0 = f32x4.splat(0);
    let r1 = f32x4.splat(0);
    for (let i = 0; i < rows; i++, p += stride) {
      const a = get4(p);
      const b = get4(p + 16);
      const f = splat(falling + (i << 2));
      const r = splat(rising + (i << 2));
      f0 = f32x4.add(f0, f32x4.mul(a, f));
      f1 = f32x4.add(f1, f32x4.mul(b, f));
      r0 = f32x4.add(r0, f32x4.mul(a, r));
      r1 = f32x4.add(r1, f32x4.mul(b, r));
    }
    put4(line + (x << 2), f0);
    put4(line + (x << 2) + 16, f1);
    put4(at, r0);
    put4(at + 16, r1);
  }
  for (; x < floats; x++) {
    let p = s + (x << 2);
    const at = below + (x << 2);
    let f = get(at);
    let r: f32 = 0;
    for (let i = 0; i < rows; i++, p += stride) {
      f += get(p) * get(falling + (i << 2));
      r += get(p) * get(rising + (i << 2));
    }
    put(line + (x << 2), f);
    put(at, r);
  }
}

// @ts-ignore: decorator
@inline
function sum(v: v128): f32 {
  return (
    f32x4.extract_lane(v, 0) +
    f32x4.extract_lane(v, 1) +
    (f32x4.extract_lane(v, 2) + f32x4.extract_lane(v, 3))
  );
}

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
