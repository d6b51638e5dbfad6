/**
 * Between px and a coarse grid of n × n px cells, by splines (see kernels/cells.ts for the
 * mathematics). Between the middles of cells g and g + 1 lie n px, from g·n + n/2: a gap.
 */
import { get, get4, put, put4, splat } from './access';

// @ts-ignore: decorator
@inline
function floorDiv(a: i32, n: i32): i32 {
  return (a >= 0 ? a : a - n + 1) / n;
}

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
  const half = n >> 1;
  const first = max(floorDiv(x0 - half, n), cellsX - 1);
  const last = min(floorDiv(x0 + width - 1 - half, n), cellsX + cells - 1);
  for (let y = from; y < to; y++) {
    const sp = s + y * sStride;
    const dp = d + y * dStride;
    memory.fill(dp, 0, (cells * channels) << 2);
    for (let g = first; g <= last; g++) {
      const start = g * n + half - x0;
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

/**
 * Spreads cells along rows by a cubic B-spline: a row of `s` holds `cells` of them from `cellsX`, a row of
 * `d` `width` px from px `x0`. `weights` holds four rows of n: the weight of each of the four cells
 * round a gap at each of its px.
 */
export function spreadAcross(
  s: usize,
  sStride: i32,
  cellsX: i32,
  d: usize,
  dStride: i32,
  x0: i32,
  width: i32,
  n: i32,
  weights: usize,
  channels: i32,
  from: i32,
  to: i32,
): void {
  const half = n >> 1;
  const row = n << 2;
  const first = floorDiv(x0 - half, n);
  const last = floorDiv(x0 + width - 1 - half, n);
  for (let y = from; y < to; y++) {
    const line = s + y * sStride;
    const dp = d + y * dStride;
    for (let g = first; g <= last; g++) {
      const start = g * n + half - x0;
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
          put4(to, weighed(c0, c1, c2, c3, weights + (i << 2), row));
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
  }
}

/** Four vectors, each times one of four weights `row` bytes apart. */
// @ts-ignore: decorator
@inline
function weighed(a: v128, b: v128, c: v128, d: v128, weights: usize, row: i32): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(a, splat(weights)), f32x4.mul(b, splat(weights + row))),
    f32x4.add(f32x4.mul(c, splat(weights + 2 * row)), f32x4.mul(d, splat(weights + 3 * row))),
  );
}

/**
 * Spreads rows of cells, the first of them `cellsY`, down over rows of px, the first of them `y0`. Rows
 * hold `floats` floats; weights as for `spreadAcross`.
 */
export function spreadDown(
  s: usize,
  sStride: i32,
  cellsY: i32,
  d: usize,
  dStride: i32,
  y0: i32,
  floats: i32,
  n: i32,
  weights: usize,
  from: i32,
  to: i32,
): void {
  const half = n >> 1;
  const row = n << 2;
  for (let y = from; y < to; y++) {
    const gap = floorDiv(y0 + y - half, n);
    const phase = weights + ((y0 + y - half - gap * n) << 2);
    const w0 = splat(phase);
    const w1 = splat(phase + row);
    const w2 = splat(phase + 2 * row);
    const w3 = splat(phase + 3 * row);
    let p = s + (gap - 1 - cellsY) * sStride;
    let at = d + y * dStride;
    const end = at + (floats << 2);
    for (; at + 12 < end; at += 16, p += 16)
      put4(
        at,
        f32x4.add(
          f32x4.add(f32x4.mul(get4(p), w0), f32x4.mul(get4(p + sStride), w1)),
          f32x4.add(
            f32x4.mul(get4(p + 2 * sStride), w2),
            f32x4.mul(get4(p + 3 * sStride), w3),
          ),
        ),
      );
    for (; at < end; at += 4, p += 4)
      put(
        at,
        get(p) * get(phase) +
          get(p + sStride) * get(phase + row) +
          (get(p + 2 * sStride) * get(phase + 2 * row) +
            get(p + 3 * sStride) * get(phase + 3 * row)),
      );
  }
}
