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

/** How far from everything a px lies that the contour does not go through, px. */
const NOWHERE: f32 = 1e6;
/** Px that rows of `q` have before the first of the plane and after its last, and rows above and below: as far as is looked. */
const BESIDE: i32 = 5;
const ROWS: i32 = 2;

/**
 * Marks the px of rows that the contour goes through with 1; all others must be 0 before. Of each of these four floats stand at `q`: the slope of
 * coverage (Sobel, a unit vector towards the inside) as x and y, and the way from the middle of the px to the contour
 * along it, as x and y; of all others a way to NOWHERE. They reach BESIDE px and ROWS rows beyond the part of `s` that begins
 * at `left`, `top` and is `partWidth` × `partHeight` px; rows count from the first of those.
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
  left: i32,
  top: i32,
  partWidth: i32,
  partHeight: i32,
  from: i32,
  to: i32,
): void {
  const nowhere = f32x4(1, 0, NOWHERE, 0);
  const half = f32x4.splat(0.5);
  for (let r = from; r < to; r++) {
    const begin = q + r * qStride;
    for (let i = 0; i < qStride; i += 16) put4(begin + i, nowhere);
    if (r < ROWS || r >= partHeight + ROWS) continue;
    const y = top + r - ROWS;
    const row = s + y * sStride;
    const above = s + max(0, y - 1) * sStride;
    const below = s + min(height - 1, y + 1) * sStride;
    for (let i = 0; i < partWidth; i++) {
      const x = left + i;
      // Four px that lie on one side, and their neighbours too, are passed by.
      if (x >= 1 && x + 4 < width && i + 3 < partWidth) {
        const at = x << 2;
        const own = f32x4.ge(get4(row + at), half);
        const others = v128.or(
          v128.or(
            v128.xor(own, f32x4.ge(get4(row + at - 4), half)),
            v128.xor(own, f32x4.ge(get4(row + at + 4), half)),
          ),
          v128.or(
            v128.xor(own, f32x4.ge(get4(above + at), half)),
            v128.xor(own, f32x4.ge(get4(below + at), half)),
          ),
        );
        if (!v128.any_true(others)) {
          i += 3;
          continue;
        }
      }
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
      const ux = gx / slope;
      const uy = gy / slope;
      const off = offset(own, ux, uy, slope);
      put(o + y * oStride + (x << 2), 1);
      put4(begin + ((i + BESIDE) << 4), f32x4(ux, uy, ux * off, uy * off));
    }
  }
}

/** Sides of the tiles that distances are made in, px. */
const TILE: i32 = 32;

/** Half the stretch of contour that a px stands for; a little more, so that no gap is between two. */
const HALF: f32 = 0.6;

/**
 * Signed distances of rows from the contour, px: above 0 outside. `m` and `q` are what `contourRows` made of the part at
 * `left`, `top`, `c` holds for each px its distance along the column to the nearest marked one, `v` the column of what is
 * nearest. `sharp` goes on straight past corners, so that what is grown by it keeps them. What lies beyond the reach, px, or inside
 * deeper than the depth, is right to 3 px.
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
  left: i32,
  top: i32,
  c: usize,
  cStride: i32,
  v: usize,
  vStride: i32,
  width: i32,
  sharp: i32,
  reach: f32,
  depth: f32,
  from: i32,
  to: i32,
): void {
  // How far the contour may lie from the middle of its px, and that from where it is nearest.
  const mostOutside = (reach + 3) * (reach + 3);
  const mostInside = (depth + 3) * (depth + 3);
  const none = f32x4.splat(-FAR);
  // The px beside the one that is nearest, three abreast: what is fourth counts for nothing.
  const abreast = f32x4(-1, 0, 1, 2);
  const fourth = f32x4(0, 0, 0, f32.MAX_VALUE);
  // Px that lie together have what is nearest together too: tile by tile it stays in the cache.
  for (let tileY = from; tileY < to; tileY += TILE) {
    for (let tileX = 0; tileX < width; tileX += TILE) {
      for (let y = tileY; y < min(to, tileY + TILE); y++) {
        for (let x = tileX; x < min(width, tileX + TILE); x++) {
          const inside = isIn(get(s + y * sStride + (x << 2)));
          const column = get(v + y * vStride + (x << 2)) as i32;
          if (column < 0) {
            put(o + y * oStride + (x << 2), inside ? -FAR : FAR);
            continue;
          }
          const down = get(c + y * cStride + (column << 2));
          const aside = (column - x) as f32;
          const square = aside * aside + down * down;
          if (square > (inside ? mostInside : mostOutside)) {
            const d = sqrt<f32>(square);
            put(o + y * oStride + (x << 2), inside ? -d : d);
            continue;
          }
          const far = down as i32;
          const isAbove = y - far >= 0 && get(m + (y - far) * mStride + (column << 2)) > 0;
          const row = isAbove ? y - far : y + far;
          const nearest = q + (row - top + ROWS) * qStride + ((column - left + BESIDE) << 4);
          const across = f32x4.add(f32x4.splat(aside), abreast);
          let least = f32x4.splat(f32.MAX_VALUE);
          for (let r = -1; r <= 1; r++) {
            const p = nearest + r * qStride - 16;
            const found = away(p, across, f32x4.splat((row + r - y) as f32), false);
            least = f32x4.pmin(least, f32x4.pmax(found, fourth));
          }
          let flat = none;
          // Px two off a corner know nothing of it: past it, the farther of its two sides counts.
          if (sharp && !inside)
            for (let r = -2; r <= 2; r++) {
              const downwards = f32x4.splat((row + r - y) as f32);
              const p = nearest + r * qStride;
              const isFar = r == -2 || r == 2;
              const first = away(p - 32, f32x4.sub(across, f32x4.splat(1)), downwards, true);
              const last = away(p + 32, f32x4.add(across, f32x4.splat(3)), downwards, true);
              flat = f32x4.pmax(flat, isFar ? first : f32x4.replace_lane(none, 0, f32x4.extract_lane(first, 0)));
              flat = f32x4.pmax(flat, f32x4.replace_lane(none, 0, f32x4.extract_lane(last, 0)));
            }
          const past = mostOf(flat);
          const d = past > 0 ? past : sqrt<f32>(-mostOf(f32x4.neg(least)));
          put(o + y * oStride + (x << 2), inside ? -d : d);
        }
      }
    }
  }
}

/** The largest of four. */
// @ts-ignore: decorator
@inline
function mostOf(v: v128): f32 {
  const two = f32x4.pmax(v, v128.shuffle<f32>(v, v, 2, 3, 0, 1));
  return f32x4.extract_lane(f32x4.pmax(two, v128.shuffle<f32>(two, two, 1, 0, 3, 2)), 0);
}

/**
 * How far away the stretches of contour are in four px from `p` on, so far across and down: the squares of the distances, px; or if `straight` the
 * distances from the lines that they lie on, and −FAR where there is none.
 */
// @ts-ignore: decorator
@inline
function away(p: usize, across: v128, down: v128, straight: bool): v128 {
  const a = get4(p);
  const b = get4(p + 16);
  const c = get4(p + 32);
  const d = get4(p + 48);
  const slopes = v128.shuffle<f32>(a, b, 0, 4, 1, 5);
  const others = v128.shuffle<f32>(c, d, 0, 4, 1, 5);
  const gx = v128.shuffle<f32>(slopes, others, 0, 1, 4, 5);
  const gy = v128.shuffle<f32>(slopes, others, 2, 3, 6, 7);
  const ways = v128.shuffle<f32>(a, b, 2, 6, 3, 7);
  const ways2 = v128.shuffle<f32>(c, d, 2, 6, 3, 7);
  const rx = f32x4.add(across, v128.shuffle<f32>(ways, ways2, 0, 1, 4, 5));
  const ry = f32x4.add(down, v128.shuffle<f32>(ways, ways2, 2, 3, 6, 7));
  const along = f32x4.add(f32x4.mul(rx, gx), f32x4.mul(ry, gy));
  if (straight) {
    const isThere = f32x4.lt(along, f32x4.splat(NOWHERE * 0.5));
    return v128.bitselect(along, f32x4.splat(-FAR), isThere);
  }
  const cross = f32x4.abs(f32x4.sub(f32x4.mul(ry, gx), f32x4.mul(rx, gy)));
  const beside = f32x4.pmax(f32x4.splat(0), f32x4.sub(cross, f32x4.splat(HALF)));
  return f32x4.add(f32x4.mul(along, along), f32x4.mul(beside, beside));
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
