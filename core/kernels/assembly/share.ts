/** Sharing px among cells by a linear B-spline (kernels/cells.ts). */
import { get, get4, put, put4, splat } from './access';
import { STRIP, floorDiv } from './grid';
import { scratchRow } from './scratch';

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

