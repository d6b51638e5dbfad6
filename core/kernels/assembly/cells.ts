/**
 * Between px and a coarse grid of n × n px cells, by splines (see kernels/cells.ts for the
 * mathematics). Between the middles of cells g and g + 1 lie n px, from g·n + n/2: a gap.
 */
import { get, get4, put, put4, splat } from './access';
import { scratchRow } from './scratch';

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
 * Spreads cells over rows of px by a cubic B-spline. `weights` holds four rows of n: the weight of
 * each of the four cells round a gap at each of its px.
 */
export function spread(
  s: usize,
  sStride: i32,
  cellsX: i32,
  cellsY: i32,
  cells: i32,
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
  const line = scratchRow();
  const row = n << 2;
  const first = floorDiv(x0 - half, n);
  const last = floorDiv(x0 + width - 1 - half, n);
  for (let y = from; y < to; y++) {
    const gapY = floorDiv(y0 + y - half, n);
    const phase = weights + ((y0 + y - half - gapY * n) << 2);
    const top = s + (gapY - 1 - cellsY) * sStride;
    const v0 = splat(phase);
    const v1 = splat(phase + row);
    const v2 = splat(phase + 2 * row);
    const v3 = splat(phase + 3 * row);
    const floats = cells * channels;
    let i = 0;
    for (; i + 3 < floats; i += 4) {
      const p = top + (i << 2);
      put4(
        line + (i << 2),
        f32x4.add(
          f32x4.add(f32x4.mul(get4(p), v0), f32x4.mul(get4(p + sStride), v1)),
          f32x4.add(
            f32x4.mul(get4(p + 2 * sStride), v2),
            f32x4.mul(get4(p + 3 * sStride), v3),
          ),
        ),
      );
    }
    for (; i < floats; i++) {
      const p = top + (i << 2);
      put(
        line + (i << 2),
        get(p) * get(phase) +
          get(p + sStride) * get(phase + row) +
          (get(p + 2 * sStride) * get(phase + 2 * row) +
            get(p + 3 * sStride) * get(phase + 3 * row)),
      );
    }
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
        for (let i = i0; i < i1; i++, to += 16) {
          const w = weights + (i << 2);
          put4(
            to,
            f32x4.add(
              f32x4.add(f32x4.mul(c0, splat(w)), f32x4.mul(c1, splat(w + row))),
              f32x4.add(
                f32x4.mul(c2, splat(w + 2 * row)),
                f32x4.mul(c3, splat(w + 3 * row)),
              ),
            ),
          );
        }
      } else {
        const p = line + ((g - 1 - cellsX) << 2);
        const c0 = get(p);
        const c1 = get(p + 4);
        const c2 = get(p + 8);
        const c3 = get(p + 12);
        let to = dp + ((start + i0) << 2);
        let i = i0;
        for (; i + 3 < i1; i += 4, to += 16) {
          const w = weights + (i << 2);
          put4(
            to,
            f32x4.add(
              f32x4.add(
                f32x4.mul(f32x4.splat(c0), get4(w)),
                f32x4.mul(f32x4.splat(c1), get4(w + row)),
              ),
              f32x4.add(
                f32x4.mul(f32x4.splat(c2), get4(w + 2 * row)),
                f32x4.mul(f32x4.splat(c3), get4(w + 3 * row)),
              ),
            ),
          );
        }
        for (; i < i1; i++, to += 4) {
          const w = weights + (i << 2);
          put(
            to,
            c0 * get(w) + c1 * get(w + row) + (c2 * get(w + 2 * row) + c3 * get(w + 3 * row)),
          );
        }
      }
    }
  }
}
