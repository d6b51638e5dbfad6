/**
 * The contour of a shape at half coverage, and the signed distance from it, exact to a small part of a px.
 * A px that the contour goes through tells, by its coverage and the slope of it, where within itself
 * (after Gustavson & Strand, "Anti-aliased Euclidean distance transform", 2011).
 */
import { get, get4, put, put4 } from './access';
import { FAR } from './distance';

/** Coverage at a place, that of the nearest px beyond the plane. */
// @ts-ignore: decorator
@inline
function at(s: usize, sStride: i32, width: i32, height: i32, x: i32, y: i32): f32 {
  const cx = x < 0 ? 0 : x >= width ? width - 1 : x;
  const cy = y < 0 ? 0 : y >= height ? height - 1 : y;
  return get(s + cy * sStride + (cx << 2));
}

// @ts-ignore: decorator
@inline
function isIn(v: f32): bool {
  return v >= 0.5;
}

/** Whether a px is all inside or all outside, so that it cannot tell where in it the contour lies. */
// @ts-ignore: decorator
@inline
function isWhole(v: f32): bool {
  return v < 0.01 || v > 0.99;
}

/** Whether the contour goes between a px and a neighbour, and the px tells better than that one where. */
// @ts-ignore: decorator
@inline
function tells(own: f32, other: f32): bool {
  return isIn(own) != isIn(other) && (!isWhole(own) || isWhole(other));
}

/**
 * Marks the px of rows that the contour goes through with 1, all others with 0. For each of those the
 * slope of coverage (Sobel, a unit vector towards the inside) and how far along it the contour lies stand at
 * `q`, four floats a px.
 */
export function contourRows(
  o: usize,
  oStride: i32,
  q: usize,
  qStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    for (let x = 0; x < width; x++) {
      const mark = o + y * oStride + (x << 2);
      put(mark, 0);
      const own = at(s, sStride, width, height, x, y);
      const w = at(s, sStride, width, height, x - 1, y);
      const e = at(s, sStride, width, height, x + 1, y);
      const n = at(s, sStride, width, height, x, y - 1);
      const so = at(s, sStride, width, height, x, y + 1);
      if (!tells(own, w) && !tells(own, e) && !tells(own, n) && !tells(own, so)) continue;
      const nw = at(s, sStride, width, height, x - 1, y - 1);
      const ne = at(s, sStride, width, height, x + 1, y - 1);
      const sw = at(s, sStride, width, height, x - 1, y + 1);
      const se = at(s, sStride, width, height, x + 1, y + 1);
      const gx = (ne + 2 * e + se - nw - 2 * w - sw) * 0.125;
      const gy = (sw + 2 * so + se - nw - 2 * n - ne) * 0.125;
      const slope = sqrt<f32>(gx * gx + gy * gy);
      if (slope < 1e-6) continue;
      put(mark, 1);
      const ux = gx / slope;
      const uy = gy / slope;
      put4(q + y * qStride + (x << 4), f32x4(ux, uy, offset(own, ux, uy, slope), 0));
    }
  }
}

/** Half the stretch of contour that a px stands for; a little more, so that no gap is between two. */
const HALF: f32 = 0.6;

/**
 * Signed distances of rows from the contour, px: above 0 outside. `m` and `q` are what `contourRows` made, `c`
 * holds for each px its distance along the column to the nearest marked one, `v` the column of what is nearest.
 * `sharp` goes on straight past corners, so that what is grown by it keeps them.
 */
export function edgeRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  m: usize,
  mStride: i32,
  q: usize,
  qStride: i32,
  c: usize,
  cStride: i32,
  v: usize,
  vStride: i32,
  width: i32,
  height: i32,
  sharp: i32,
  from: i32,
  to: i32,
): void {
  const round = sharp ? 2 : 1;
  for (let y = from; y < to; y++) {
    for (let x = 0; x < width; x++) {
      const inside = isIn(get(s + y * sStride + (x << 2)));
      const column = get(v + y * vStride + (x << 2)) as i32;
      if (column < 0) {
        put(o + y * oStride + (x << 2), inside ? -FAR : FAR);
        continue;
      }
      const far = get(c + y * cStride + (column << 2)) as i32;
      const above = y - far >= 0 && get(m + (y - far) * mStride + (column << 2)) > 0;
      const row = above ? y - far : y + far;
      let least: f32 = FAR;
      let flat: f32 = -FAR;
      for (let py = max(0, row - round); py <= min(height - 1, row + round); py++) {
        for (let px = max(0, column - round); px <= min(width - 1, column + round); px++) {
          if (get(m + py * mStride + (px << 2)) == 0) continue;
          const found = get4(q + py * qStride + (px << 4));
          const gx = f32x4.extract_lane(found, 0);
          const gy = f32x4.extract_lane(found, 1);
          const off = f32x4.extract_lane(found, 2);
          const rx = (px - x) as f32 + gx * off;
          const ry = (py - y) as f32 + gy * off;
          const along = rx * gx + ry * gy;
          // Px two off a corner know nothing of it: past it, the farther of its two sides counts.
          if (abs(px - column) == 2 || abs(py - row) == 2) {
            flat = max<f32>(flat, along);
            continue;
          }
          const beside = max<f32>(0, abs<f32>(ry * gx - rx * gy) - HALF);
          least = min<f32>(least, along * along + beside * beside);
        }
      }
      const d = sharp && !inside && flat > 0 ? flat : sqrt<f32>(least);
      put(o + y * oStride + (x << 2), inside ? -d : d);
    }
  }
}

/**
 * How far the contour lies from the middle of a px of this coverage along the slope of coverage (a unit
 * vector), px. The coverage of a sharp edge is the area that it cuts off the px (the formula of Gustavson &
 * Strand); Sobel sees its step smeared over two px, as a slope of about a half. Softer edges are taken as
 * straight.
 */
// @ts-ignore: decorator
@inline
function offset(cover: f32, gx: f32, gy: f32, slope: f32): f32 {
  if (slope < 0.35) return max<f32>(-0.75, min<f32>(0.75, (0.5 - cover) / max<f32>(slope, 0.02)));
  const ax = abs<f32>(gx);
  const ay = abs<f32>(gy);
  const most = max<f32>(ax, ay);
  const least = min<f32>(ax, ay);
  const corner = (0.5 * least) / most;
  if (cover < corner) return 0.5 * (most + least) - sqrt<f32>(2 * most * least * cover);
  if (cover <= 1 - corner) return (0.5 - cover) * most;
  return sqrt<f32>(2 * most * least * (1 - cover)) - 0.5 * (most + least);
}
