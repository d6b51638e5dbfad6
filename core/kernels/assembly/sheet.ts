/** Sheets of triangles that carry pixels elsewhere. Strides are in bytes. */
import { get, get4, put4 } from './access';
import { sampled } from './sample';
import { bounded, splineFrom } from './spline';

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

/** Lane by lane the smaller of two differences: at a fold one of them tells of the fold and not of the sheet. */
// @ts-ignore: decorator
@inline
function smaller(a: v128, b: v128): v128 {
  const other = v128.bitselect(b, f32x4.splat(0), f32x4.eq(b, b));
  return v128.bitselect(a, other, f32x4.le(f32x4.abs(a), f32x4.abs(b)));
}

/** The way of what came beneath, which stands in the last two lanes, as the first two. */
// @ts-ignore: decorator
@inline
function second(ways: v128): v128 {
  return v128.shuffle<f32>(ways, ways, 2, 3, 2, 3);
}

/** So many samples of a px there are at most to a side. */
const MOST: f32 = 16;
/** The square of what one px of the render may be in px of the source, and be drawn by a spline. */
const FLAT: f32 = 1.002;
/** A way so long, px, leads beyond every picture. */
const BEYOND: f32 = 1e6;

/** The square of the length of the first two lanes. */
// @ts-ignore: decorator
@inline
function squareOf(v: v128): f32 {
  const squares = f32x4.mul(v, v);
  return f32x4.extract_lane(squares, 0) + f32x4.extract_lane(squares, 1);
}

/** Bilinear at a way, the first two lanes, from (x, y), whole px of the source. */
// @ts-ignore: decorator
@inline
function linearFrom(s: usize, width: i32, height: i32, x: i32, y: i32, way: v128): v128 {
  const floor = f32x4.floor(way);
  const t = f32x4.sub(way, floor);
  const whole = i32x4.trunc_sat_f32x4_s(floor);
  const u = x + i32x4.extract_lane(whole, 0);
  const v = y + i32x4.extract_lane(whole, 1);
  return sampled(s, width, height, u, v, f32x4.extract_lane(t, 0), f32x4.extract_lane(t, 1));
}

/**
 * The colours that come to (x, y), px of the source, by a way: the first two lanes of `way`, of which `rightwards` and `downwards` are what
 * it changes by from px to px. Transparent where it is no number.
 */
// @ts-ignore: decorator
@inline
function carried(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  x: i32,
  y: i32,
  way: v128,
  rightwards: v128,
  downwards: v128,
): v128 {
  const far = f32x4.abs(way);
  const u = f32x4.extract_lane(far, 0);
  const v = f32x4.extract_lane(far, 1);
  // What is no number is not less than any.
  if (!(u < BEYOND && v < BEYOND)) return f32x4.splat(0);
  // What one px of the render is in px of the source, across and down.
  let right = f32x4.add(rightwards, f32x4(1, 0, 0, 0));
  let down = f32x4.add(downwards, f32x4(0, 1, 0, 0));
  const rightSquare = squareOf(right);
  const downSquare = squareOf(down);
  if (rightSquare <= FLAT && downSquare <= FLAT)
    return bounded(splineFrom(s, sWidth, sHeight, x, y, way));
  let across = sqrt<f32>(rightSquare);
  let along = sqrt<f32>(downSquare);
  // Where a px is more than there are samples for, they stay a px apart about its middle: nothing from farther away comes in.
  if (across > MOST) {
    right = f32x4.mul(right, f32x4.splat(MOST / across));
    across = MOST;
  }
  if (along > MOST) {
    down = f32x4.mul(down, f32x4.splat(MOST / along));
    along = MOST;
  }
  // Beyond the source there is nothing to take a mean of.
  const reach = f32x4.add(f32x4.abs(right), f32x4.abs(down));
  const farX = 0.5 * f32x4.extract_lane(reach, 0) + 1;
  const farY = 0.5 * f32x4.extract_lane(reach, 1) + 1;
  const sx = (x as f32) + f32x4.extract_lane(way, 0);
  const sy = (y as f32) + f32x4.extract_lane(way, 1);
  if (sx < -farX || sy < -farY || sx > (sWidth as f32) + farX || sy > (sHeight as f32) + farY)
    return f32x4.splat(0);
  const columns = max(1, ceil<f32>(across - 0.001) as i32);
  const lines = max(1, ceil<f32>(along - 0.001) as i32);
  const share: f32 = (1 as f32) / ((columns * lines) as f32);
  const stepRight = f32x4.mul(right, f32x4.splat((1 as f32) / (columns as f32)));
  const stepDown = f32x4.mul(down, f32x4.splat((1 as f32) / (lines as f32)));
  const half = f32x4.splat(0.5);
  const middle = f32x4.mul(f32x4.add(f32x4.sub(stepRight, right), f32x4.sub(stepDown, down)), half);
  let row = f32x4.add(way, middle);
  let sum = f32x4.splat(0);
  for (let j = 0; j < lines; j++) {
    let place = row;
    for (let i = 0; i < columns; i++) {
      sum = f32x4.add(sum, linearFrom(s, sWidth, sHeight, x, y, place));
      place = f32x4.add(place, stepRight);
    }
    row = f32x4.add(row, stepDown);
  }
  return f32x4.mul(sum, f32x4.splat(share));
}

/**
 * Rows of pixels carried along their ways (`sheetRows`; `w`, with one px more on every side than what is written): bicubic where
 * they grow, the mean of bilinear samples where they shrink, at most 16 × 16. What came on top covers what came beneath it.
 */
export function carryRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: i32,
  oy: i32,
  w: usize,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  const row = (width + 2) << 4;
  for (let y = from; y < to; y++) {
    let at = d + y * dStride;
    let p = w + (y + 1) * row + 16;
    const py = y0 + y - oy;
    for (let x = 0; x < width; x++, at += 16, p += 16) {
      const own = get4(p);
      const gx = smaller(f32x4.sub(get4(p + 16), own), f32x4.sub(own, get4(p - 16)));
      const gy = smaller(f32x4.sub(get4(p + row), own), f32x4.sub(own, get4(p - row)));
      const px = x0 + x - ox;
      let colour = carried(s, sWidth, sHeight, px, py, own, gx, gy);
      const open: f32 = 1 - f32x4.extract_lane(colour, 3);
      if (open > 0) {
        const beneath = carried(s, sWidth, sHeight, px, py, second(own), second(gx), second(gy));
        colour = f32x4.add(colour, f32x4.mul(beneath, f32x4.splat(open)));
      }
      put4(at, colour);
    }
  }
}
