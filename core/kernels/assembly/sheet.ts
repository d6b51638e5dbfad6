/** Sheets of triangles that carry pixels elsewhere. Strides are in bytes. */
import { get, get4, put4 } from './access';
import { bicubic, bilinear } from './resample';

/** Where an edge (by its ends, the upper first) crosses a level line. */
// @ts-ignore: decorator
@inline
function crossing(ax: f64, ay: f64, bx: f64, by: f64, y: f64): f64 {
  return ax + ((y - ay) / (by - ay)) * (bx - ax);
}

/** The same edge crosses a line at the same place, whichever of its ends comes first. */
function edgeAt(ax: f64, ay: f64, bx: f64, by: f64, y: f64): f64 {
  return ay < by ? crossing(ax, ay, bx, by, y) : crossing(bx, by, ax, ay, y);
}

/**
 * Draws triangles into rows of ways: for each px, four floats: how far its colours came on the topmost triangle (x,
 * y), and on the one beneath (x, y); not a number where there is none. A triangle is twelve floats: of each corner
 * its place, and how far it came. A px belongs to the triangle that its middle lies in; of two that share an edge to
 * one alone. Later ones lie on top.
 */
export function sheetRows(
  t: usize,
  count: i32,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  const none = f32x4.splat(f32.NaN);
  for (let y = from; y < to; y++) {
    const row = d + y * dStride;
    for (let x = 0; x < width; x++) put4(row + ((x as usize) << 4), none);
  }
  const top = ((y0 + from) as f64) + 0.5;
  const bottom = ((y0 + to) as f64) - 0.5;
  const left = (x0 as f64) + 0.5;
  for (let n = 0; n < count; n++) {
    const p = t + (n as usize) * 48;
    const ay = get(p + 4) as f64;
    const by = get(p + 20) as f64;
    const cy = get(p + 36) as f64;
    const low = max(top, Math.ceil(min(ay, min(by, cy)) - 0.5) + 0.5);
    const high = min(bottom, Math.ceil(max(ay, max(by, cy)) - 0.5) - 0.5);
    if (!(low <= high)) continue;
    const ax = get(p) as f64;
    const bx = get(p + 16) as f64;
    const cx = get(p + 32) as f64;
    const turn = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (turn == 0) continue;
    // What comes of the three corners is a plane over the triangle.
    const ua = get(p + 8) as f64;
    const va = get(p + 12) as f64;
    const ub = (get(p + 24) as f64) - ua;
    const vb = (get(p + 28) as f64) - va;
    const uc = (get(p + 40) as f64) - ua;
    const vc = (get(p + 44) as f64) - va;
    const ux = (ub * (cy - ay) - uc * (by - ay)) / turn;
    const uy = (uc * (bx - ax) - ub * (cx - ax)) / turn;
    const vx = (vb * (cy - ay) - vc * (by - ay)) / turn;
    const vy = (vc * (bx - ax) - vb * (cx - ax)) / turn;
    for (let y = low; y <= high; y += 1) {
      let start = Infinity;
      let end = -Infinity;
      if (ay <= y != by <= y) {
        const x = edgeAt(ax, ay, bx, by, y);
        start = min(start, x);
        end = max(end, x);
      }
      if (by <= y != cy <= y) {
        const x = edgeAt(bx, by, cx, cy, y);
        start = min(start, x);
        end = max(end, x);
      }
      if (cy <= y != ay <= y) {
        const x = edgeAt(cx, cy, ax, ay, y);
        start = min(start, x);
        end = max(end, x);
      }
      const first = max(0, Math.ceil(start - left)) as i32;
      const last = min((width - 1) as f64, Math.ceil(end - left) - 1) as i32;
      if (!(end > start) || last < first) continue;
      let at =
        d + (((y - 0.5) as i32) - y0) * dStride + ((first as usize) << 4);
      for (let x = first; x <= last; x++, at += 16) {
        const u = ua + ux * (left + (x as f64) - ax) + uy * (y - ay);
        const v = va + vx * (left + (x as f64) - ax) + vy * (y - ay);
        const was = get4(at);
        put4(
          at,
          f32x4(
            u as f32,
            v as f32,
            f32x4.extract_lane(was, 0),
            f32x4.extract_lane(was, 1),
          ),
        );
      }
    }
  }
}

/** The smaller of two differences: at a fold one of them tells of the fold and not of the sheet. */
// @ts-ignore: decorator
@inline
function smaller(a: f32, b: f32): f32 {
  if (!(Mathf.abs(a) <= Mathf.abs(b))) return b == b ? b : 0;
  return a;
}

/** A way of a px, top or beneath; not a number beyond the rows. */
// @ts-ignore: decorator
@inline
function way(w: usize, width: i32, height: i32, x: i32, y: i32, part: usize): f32 {
  if ((x as u32) >= (width as u32) || (y as u32) >= (height as u32)) return f32.NaN;
  return get(w + (((y * width + x) as usize) << 4) + part);
}

/** The colours that come to a px the way that `part` (0 top, 8 beneath) tells; transparent if there is none. */
function carried(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: f64,
  oy: f64,
  w: usize,
  width: i32,
  height: i32,
  x: i32,
  y: i32,
  px: f64,
  py: f64,
  part: usize,
): v128 {
  const u = way(w, width, height, x, y, part);
  if (!(u == u)) return f32x4.splat(0);
  const v = way(w, width, height, x, y, part + 4);
  const sx = px + (u as f64) - ox - 0.5;
  const sy = py + (v as f64) - oy - 0.5;
  // What one px of the render is in px of what is carried.
  const ux: f32 = (1 as f32) + smaller(way(w, width, height, x + 1, y, part) - u, u - way(w, width, height, x - 1, y, part));
  const vx: f32 = smaller(way(w, width, height, x + 1, y, part + 4) - v, v - way(w, width, height, x - 1, y, part + 4));
  const uy: f32 = smaller(way(w, width, height, x, y + 1, part) - u, u - way(w, width, height, x, y - 1, part));
  const vy: f32 = (1 as f32) + smaller(way(w, width, height, x, y + 1, part + 4) - v, v - way(w, width, height, x, y - 1, part + 4));
  const across = Mathf.sqrt(ux * ux + vx * vx);
  const down = Mathf.sqrt(uy * uy + vy * vy);
  if (max(across, down) <= 1.001) return bicubic(s, sWidth, sHeight, sx, sy);
  const columns = min(16, max(1, Mathf.ceil(across - 0.001) as i32));
  const lines = min(16, max(1, Mathf.ceil(down - 0.001) as i32));
  let sum = f32x4.splat(0);
  for (let j = 0; j < lines; j++) {
    const b = ((j as f32) + 0.5) / (lines as f32) - 0.5;
    for (let i = 0; i < columns; i++) {
      const a = ((i as f32) + 0.5) / (columns as f32) - 0.5;
      sum = f32x4.add(
        sum,
        bilinear(s, sWidth, sHeight, sx + ((a * ux + b * uy) as f64), sy + ((a * vx + b * vy) as f64)),
      );
    }
  }
  return f32x4.mul(sum, f32x4.splat((1 as f32) / ((columns * lines) as f32)));
}

/**
 * Rows of pixels carried along their ways (`sheetRows`; `w`, with one px more on every side than what is written): bicubic where
 * they grow, the mean of bilinear samples where they shrink, at most 16 × 16. What came on top covers what came beneath it.
 */
export function carryRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: f64,
  oy: f64,
  w: usize,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
): void {
  const wWidth = width + 2;
  const wHeight = height + 2;
  for (let y = from; y < to; y++) {
    let at = d + y * dStride;
    for (let x = 0; x < width; x++, at += 16) {
      const px = ((x0 + x) as f64) + 0.5;
      const py = ((y0 + y) as f64) + 0.5;
      let colour = carried(s, sWidth, sHeight, ox, oy, w, wWidth, wHeight, x + 1, y + 1, px, py, 0);
      const open: f32 = 1 - f32x4.extract_lane(colour, 3);
      const beneath = get(w + ((((y + 1) * wWidth + x + 1) as usize) << 4) + 8);
      if (open > 0 && beneath == beneath)
        colour = f32x4.add(
          colour,
          f32x4.mul(
            carried(s, sWidth, sHeight, ox, oy, w, wWidth, wHeight, x + 1, y + 1, px, py, 8),
            f32x4.splat(open),
          ),
        );
      put4(at, colour);
    }
  }
}
