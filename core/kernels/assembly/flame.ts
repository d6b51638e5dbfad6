/** Flames drawn from a fluid: its heat, refined by noise that the gas has carried along, as light. */
import { get, get4, put, put4, splat } from './access';
import { CORNERS, allSlopes, noisesHere, slopesX, slopesY } from './noise';
import { rampAt } from './ramp';
import { scratchRow } from './scratch';

/** Over so many cells a fire fades out at the edges of its grid. */
const EDGE: f32 = 10;

/** What is noted of four px, bytes from the first: the place (x, y), how far inside the grid, where the gas came from, and how it is bent. */
const PLACE_Y: usize = 16;
const INSIDE: usize = 32;
const FROM_X: usize = 48;
const FROM_Y: usize = 64;
const BENT_X: usize = 80;
const BENT_Y: usize = 96;
const ROUGH: usize = 112;
const NOTED: usize = 128;
/** Sizes of noise that bend each sheet. */
const SIZES: usize = 5;

let gridWidth: i32 = 0;
let gridHeight: i32 = 0;

/** So many places of a fine plane stand for each cell, across and down. */
const FINE: i32 = 4;

/** A weight of the four of a uniform cubic B-spline at the four places of a fine plane between two cells. */
// @ts-ignore: decorator
@inline
function weights(n: i32): v128 {
  return f32x4(weight(n, 0), weight(n, 0.25), weight(n, 0.5), weight(n, 0.75));
}

function weight(n: i32, t: f32): f32 {
  const r: f32 = 1 - t;
  if (n == 0) return (r * r * r) / 6;
  if (n == 1) return (3 * t * t * t - 6 * t * t + 4) / 6;
  if (n == 2) return (3 * r * r * r - 6 * r * r + 4) / 6;
  return (t * t * t) / 6;
}

/**
 * Rows of a plane of `w` × `h` cells made finer by a cubic B-spline, which is smooth everywhere: row n and place m stand for
 * n/4 and m/4, from middles of cells. Nothing where the spline would need cells beyond the edges.
 */
export function finerRows(s: usize, w: i32, h: i32, o: usize, from: i32, to: i32): void {
  const across = (w + 3) & ~3;
  const sums = scratchRow();
  const w0 = weights(0);
  const w1 = weights(1);
  const w2 = weights(2);
  const w3 = weights(3);
  const none = f32x4.splat(0);
  for (let n = from; n < to; n++) {
    const j = n / FINE;
    const t = ((n - j * FINE) as f32) / (FINE as f32);
    const row = o + ((n * FINE * w) << 2);
    for (let i = 0; i < w; i++) put4(row + (i << 4), none);
    if (j < 1 || j + 2 >= h) continue;
    const a = f32x4.splat(weight(0, t));
    const b = f32x4.splat(weight(1, t));
    const c = f32x4.splat(weight(2, t));
    const d = f32x4.splat(weight(3, t));
    const down = w << 2;
    for (let i = 0; i < across; i += 4) {
      // The last four of a row: those of the end, again.
      const x = min<i32>(i, w - 4);
      const p = s + (((j - 1) * w + x) << 2);
      const sum = f32x4.add(
        f32x4.add(f32x4.mul(a, get4(p)), f32x4.mul(b, get4(p + down))),
        f32x4.add(f32x4.mul(c, get4(p + 2 * down)), f32x4.mul(d, get4(p + 3 * down))),
      );
      put4(sums + (x << 2), sum);
    }
    for (let i = 1; i + 2 < w; i++) {
      const p = sums + (i << 2);
      put4(
        row + (i << 4),
        f32x4.add(
          f32x4.add(f32x4.mul(w0, splat(p - 4)), f32x4.mul(w1, splat(p))),
          f32x4.add(f32x4.mul(w2, splat(p + 4)), f32x4.mul(w3, splat(p + 8))),
        ),
      );
    }
  }
}

/** A fine plane at a place (cells; the middle of the first is 0), mixed between its places; 0 beyond its edges. */
// @ts-ignore: decorator
@inline
function fineAt(p: usize, x: f32, y: f32): f32 {
  const u = x * (FINE as f32);
  const v = y * (FINE as f32);
  const fu = floor<f32>(u);
  const fv = floor<f32>(v);
  const i = fu as i32;
  const j = fv as i32;
  if (i < 0 || j < 0 || i + 1 >= FINE * gridWidth || j + 1 >= FINE * gridHeight) return 0;
  const row = (FINE * gridWidth) << 2;
  const q = p + ((j * FINE * gridWidth + i) << 2);
  const t = u - fu;
  const top = get(q) + (get(q + 4) - get(q)) * t;
  const under = get(q + row) + (get(q + row + 4) - get(q + row)) * t;
  return top + (under - top) * (v - fv);
}

/** How far noise bends four places, and how much it eats of them, as `bend` leaves them. */
let bentX: v128 = f32x4.splat(0);
let bentY: v128 = f32x4.splat(0);
let rough: v128 = f32x4.splat(0);

/** Noise of five sizes for sheet `n` of the gas that came from four places (cells), into the three above. */
function bend(
  mx: v128,
  my: v128,
  n: i32,
  grain: f32,
  detail: f32,
  px: f32,
  seed: i32,
  known: usize,
): void {
  bentX = f32x4.splat(0);
  bentY = bentX;
  rough = bentX;
  let size = grain;
  let amount = detail;
  const aside = f32x4.splat(13 * (n as f32));
  for (let k = 0; k < (SIZES as i32); k++) {
    // Finer than two px nobody sees.
    const seen = max<f32>(0, min<f32>(1, 2 - (2 * px) / size));
    if (seen <= 0) break;
    const unit = f32x4.splat(size);
    // Noise is drawn out along the way of flames.
    allSlopes(
      f32x4.add(f32x4.div(mx, unit), aside),
      f32x4.mul(f32x4.div(my, unit), f32x4.splat(0.55)),
      seed + 7 * k,
      known + ((k as usize) * CORNERS),
    );
    const strong = f32x4.splat(seen * amount);
    bentX = f32x4.add(bentX, f32x4.mul(strong, slopesY));
    bentY = f32x4.sub(bentY, f32x4.mul(strong, slopesX));
    rough = f32x4.add(rough, f32x4.mul(strong, f32x4.sub(noisesHere, f32x4.splat(0.5))));
    size *= 0.48;
    amount *= 0.52;
  }
}

/**
 * Adds flames to rows of RGBA: `sheets` of them one behind the other, each bent by other noise. (u, v) = (a·x + c·y + e, b·x + d·y + f)
 * takes the middle of px (x, y) to cells of the grid, of which `px` is one px; `near` says where anything is. The planes of the gas are fine ones (`finerRows`). `ramp` has the light
 * by how far the gas has burnt. `detail` is how far noise bends a sheet, and `grain` how large it is, cells.
 */
export function flameRows(
  o: usize,
  stride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  fuel: usize,
  fromX: usize,
  fromY: usize,
  near: usize,
  w: i32,
  h: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  px: f32,
  ramp: usize,
  detail: f32,
  grain: f32,
  ragged: f32,
  seed: i32,
  sheets: i32,
  from: i32,
  to: i32,
): void {
  gridWidth = w;
  gridHeight = h;
  // The one in front is as bright as all behind it.
  const front = f32x4.splat(sheets == 1 ? 1 : 0.5);
  const behind = f32x4.splat(sheets == 1 ? 0 : 0.5 / ((sheets - 1) as f32));
  const lanes = scratchRow();
  // NaN is in no unit.
  const known = lanes + NOTED;
  const none = f32x4.splat(NaN);
  for (let k: usize = 0; k < (sheets as usize) * SIZES; k++) put4(known + k * CORNERS, none);
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5;
    for (let x = 0; x < width; x += 4) {
      // Of four px beside each other, where each lies, where its gas came from, and how far inside the grid; 0 where nothing is.
      let any = false;
      for (let k = 0; k < 4; k++) {
        const q = lanes + (k << 2);
        put(q + INSIDE, 0);
        put(q + FROM_X, 0);
        put(q + FROM_Y, 0);
        if (x + k >= width) continue;
        const qx = ((x0 + x + k) as f64) + 0.5;
        const u = (a * qx + c * py + e) as f32 - 0.5;
        const v = (b * qx + d * py + f) as f32 - 0.5;
        put(q, u);
        put(q + PLACE_Y, v);
        const i = Mathf.floor(u + 0.5) as i32;
        const j = Mathf.floor(v + 0.5) as i32;
        if (i < 2 || j < 2 || i >= w - 2 || j >= h - 2) continue;
        if (!(get(near + ((j * w + i) << 2)) > 0)) continue;
        any = true;
        // It fades out before its grid ends.
        const margin = min<i32>(min<i32>(i, w - 1 - i), min<i32>(j, h - 1 - j));
        put(q + INSIDE, min<f32>(1, ((margin - 2) as f32) / EDGE));
        // Where the gas came from: noise goes with it.
        put(q + FROM_X, u + fineAt(fromX, u, v));
        put(q + FROM_Y, v + fineAt(fromY, u, v));
      }
      if (!any) continue;
      const mx = get4(lanes + FROM_X);
      const my = get4(lanes + FROM_Y);
      const q = o + y * stride + (x << 4);
      for (let n = 0; n < sheets; n++) {
        bend(mx, my, n, grain, detail, px, seed + 97 * n, known + (n as usize) * SIZES * CORNERS);
        put4(lanes + BENT_X, bentX);
        put4(lanes + BENT_Y, bentY);
        put4(lanes + ROUGH, rough);
        const share = n == 0 ? front : behind;
        for (let k: usize = 0; k < 16; k += 4) {
          const inside = get(lanes + k + INSIDE);
          if (!(inside > 0)) continue;
          const u = get(lanes + k) + get(lanes + k + BENT_X);
          const v = get(lanes + k + PLACE_Y) + get(lanes + k + BENT_Y);
          const left = inside * fineAt(fuel, u, v);
          if (left <= 0) continue;
          // Most where little is left, and nothing where nothing is.
          const eaten = ragged * get(lanes + k + ROUGH) * min<f32>(1, 5 * left) * (1 - left);
          const seen = left - eaten;
          if (seen <= 0) continue;
          const at = q + (k << 2);
          put4(at, f32x4.add(get4(at), f32x4.mul(share, rampAt(ramp, 1 - min<f32>(1, seen)))));
        }
      }
    }
  }
}
