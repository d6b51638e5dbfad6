/** Which of the points about it each px is nearest to, in place and colour. */
import { get, get4, put, splat } from './access';
import { nextUnit, unitX, unitY, within } from './units';

/** Floats of a point: its place, and its colour. */
const POINT: usize = 5;

/**
 * The units (whole numbers across and down, into two planes) of the points that px are nearest to: among nine about the unit of each,
 * by the square of the distance in units, and `counts` times that of the colours. (u, v) = (a·x + c·y + e, b·x + d·y + f) takes the
 * middle of px (x, y) to units. Points of a unit stand at `points`, `wide` to a row from unit (`left`, `top`) on.
 */
export function likestPointRows(
  column: usize,
  row: usize,
  stride: i32,
  s: usize,
  sStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  points: usize,
  left: i32,
  top: i32,
  wide: i32,
  counts: f32,
  from: i32,
  to: i32,
): void {
  const by = f32x4.splat(counts);
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5;
    for (let x = 0; x < width; x += 4) {
      const px = ((x0 + x) as f64) + 0.5;
      const u0 = a * px + c * py + e;
      const v0 = b * px + d * py + f;
      // Beyond the end of the row its last px stands again.
      const most = width - 1 - x;
      const k1 = min<i32>(1, most);
      const k2 = min<i32>(2, most);
      const k3 = min<i32>(3, most);
      const u = f32x4(u0 as f32, (u0 + k1 * a) as f32, (u0 + k2 * a) as f32, (u0 + k3 * a) as f32);
      const v = f32x4(v0 as f32, (v0 + k1 * b) as f32, (v0 + k2 * b) as f32, (v0 + k3 * b) as f32);
      const p = s + y * sStride + (x << 4);
      const c0 = get4(p);
      const c1 = get4(p + (k1 << 4));
      const c2 = get4(p + (k2 << 4));
      const c3 = get4(p + (k3 << 4));
      const low = v128.shuffle<i32>(c0, c1, 0, 4, 1, 5);
      const next = v128.shuffle<i32>(c2, c3, 0, 4, 1, 5);
      const red = v128.shuffle<i32>(low, next, 0, 1, 4, 5);
      const green = v128.shuffle<i32>(low, next, 2, 3, 6, 7);
      const blue = v128.shuffle<i32>(
        v128.shuffle<i32>(c0, c1, 2, 6, 3, 7),
        v128.shuffle<i32>(c2, c3, 2, 6, 3, 7),
        0,
        1,
        4,
        5,
      );
      const cu = f32x4.floor(u);
      const cv = f32x4.floor(v);
      let columns = cu;
      let rows = cv;
      for (let done = 0; done != 15; ) {
        done = nextUnit(cu, cv, done);
        let least = f32x4.splat(1e18);
        for (let j = -1; j <= 1; j++)
          for (let i = -1; i <= 1; i++) {
            const unit = ((unitY as i32) + j - top) * wide + (unitX as i32) + i - left;
            const q = points + (((unit as usize) * POINT) << 2);
            const du = f32x4.sub(splat(q), u);
            const dv = f32x4.sub(splat(q + 4), v);
            const dr = f32x4.sub(splat(q + 8), red);
            const dg = f32x4.sub(splat(q + 12), green);
            const db = f32x4.sub(splat(q + 16), blue);
            const colour = f32x4.add(
              f32x4.add(f32x4.mul(dr, dr), f32x4.mul(dg, dg)),
              f32x4.mul(db, db),
            );
            const far = f32x4.add(
              f32x4.add(f32x4.mul(du, du), f32x4.mul(dv, dv)),
              f32x4.mul(by, colour),
            );
            const nearer = v128.and(within, f32x4.lt(far, least));
            least = v128.bitselect(far, least, nearer);
            columns = v128.bitselect(f32x4.splat(unitX + (i as f32)), columns, nearer);
            rows = v128.bitselect(f32x4.splat(unitY + (j as f32)), rows, nearer);
          }
      }
      const at = y * stride + (x << 2);
      put(column + at, f32x4.extract_lane(columns, 0));
      put(row + at, f32x4.extract_lane(rows, 0));
      if (x + 1 < width) {
        put(column + at + 4, f32x4.extract_lane(columns, 1));
        put(row + at + 4, f32x4.extract_lane(rows, 1));
      }
      if (x + 2 < width) {
        put(column + at + 8, f32x4.extract_lane(columns, 2));
        put(row + at + 8, f32x4.extract_lane(rows, 2));
      }
      if (x + 3 < width) {
        put(column + at + 12, f32x4.extract_lane(columns, 3));
        put(row + at + 12, f32x4.extract_lane(rows, 3));
      }
    }
  }
}

/** Rows of 1 where a px and one beside it, or above or beneath, are not of the same whole numbers of two planes; else of 0. */
export function borderRows(
  column: usize,
  row: usize,
  o: usize,
  stride: i32,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++)
    for (let x = 0; x < width; x++) {
      const at = y * stride + (x << 2);
      const differs =
        (x > 0 && differ(column, row, at, at - 4)) ||
        (x < width - 1 && differ(column, row, at, at + 4)) ||
        (y > 0 && differ(column, row, at, at - stride)) ||
        (y < height - 1 && differ(column, row, at, at + stride));
      put(o + at, differs ? 1 : 0);
    }
}

// @ts-ignore: decorator
@inline
function differ(column: usize, row: usize, a: i32, b: i32): bool {
  return get(column + a) != get(column + b) || get(row + a) != get(row + b);
}
