/** Flames drawn from a fluid: its heat, refined by noise that the gas has carried along, as light. */
import { get, get4, put4 } from './access';
import { noiseHere, slopeX, slopeY, slopesAt } from './noise';
import { rampAt } from './ramp';

/** Over so many cells a fire fades out at the edges of its grid. */
const EDGE: f32 = 10;

let gridWidth: i32 = 0;
let gridHeight: i32 = 0;

/** The four weights of a uniform cubic B-spline, which is smooth everywhere. */
let w0: f32 = 0;
let w1: f32 = 0;
let w2: f32 = 0;
let w3: f32 = 0;
function weigh(t: f32): void {
  const r: f32 = 1 - t;
  w0 = (r * r * r) / 6;
  w1 = (3 * t * t * t - 6 * t * t + 4) / 6;
  w2 = (3 * r * r * r - 6 * r * r + 4) / 6;
  w3 = (t * t * t) / 6;
}

/** A plane at a place (cells; the middle of the first is 0), as smooth as a B-spline; 0 beyond its edges. */
function smoothAt(p: usize, x: f32, y: f32): f32 {
  const fx = Mathf.floor(x);
  const fy = Mathf.floor(y);
  const i = (fx as i32) - 1;
  const j = (fy as i32) - 1;
  if (i < 0 || j < 0 || i + 3 >= gridWidth || j + 3 >= gridHeight) return 0;
  weigh(x - fx);
  const a = w0;
  const b = w1;
  const c = w2;
  const d = w3;
  weigh(y - fy);
  let q = p + ((j * gridWidth + i) << 2);
  const row = gridWidth << 2;
  let sum: f32 = 0;
  sum += w0 * (a * get(q) + b * get(q + 4) + c * get(q + 8) + d * get(q + 12));
  q += row;
  sum += w1 * (a * get(q) + b * get(q + 4) + c * get(q + 8) + d * get(q + 12));
  q += row;
  sum += w2 * (a * get(q) + b * get(q + 4) + c * get(q + 8) + d * get(q + 12));
  q += row;
  sum += w3 * (a * get(q) + b * get(q + 4) + c * get(q + 8) + d * get(q + 12));
  return sum;
}

/**
 * Adds flames to rows of RGBA: `sheets` of them one behind the other, each bent by other noise. (u, v) = (a·x + c·y + e, b·x + d·y + f)
 * takes the middle of px (x, y) to cells of the grid, of which `px` is one px; `near` says where anything is. `ramp` has the light
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
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5;
    for (let x = 0; x < width; x++) {
      const qx = ((x0 + x) as f64) + 0.5;
      const u = (a * qx + c * py + e) as f32 - 0.5;
      const v = (b * qx + d * py + f) as f32 - 0.5;
      const i = Mathf.floor(u + 0.5) as i32;
      const j = Mathf.floor(v + 0.5) as i32;
      if (i < 2 || j < 2 || i >= w - 2 || j >= h - 2) continue;
      if (!(get(near + ((j * w + i) << 2)) > 0)) continue;
      // Where the gas came from: noise goes with it.
      const mx = u + smoothAt(fromX, u, v);
      const my = v + smoothAt(fromY, u, v);
      let light = f32x4.splat(0);
      // It fades out before its grid ends.
      const margin = min<i32>(min<i32>(i, w - 1 - i), min<i32>(j, h - 1 - j));
      const inside = min<f32>(1, ((margin - 2) as f32) / EDGE);
      for (let n = 0; n < sheets; n++) {
        let dx: f32 = 0;
        let dy: f32 = 0;
        let rough: f32 = 0;
        let size = grain;
        let amount = detail;
        const own = seed + 97 * n;
        for (let k = 0; k < 5; k++) {
          // Finer than two px nobody sees.
          const seen = max<f32>(0, min<f32>(1, 2 - (2 * px) / size));
          if (seen <= 0) break;
          // Noise is drawn out along the way of flames.
          slopesAt(mx / size + 13 * (n as f32), (my / size) * 0.55, own + 7 * k);
          dx += seen * amount * slopeY;
          dy -= seen * amount * slopeX;
          rough += seen * amount * (noiseHere - 0.5);
          size *= 0.48;
          amount *= 0.52;
        }
        const left = inside * smoothAt(fuel, u + dx, v + dy);
        // Most where little is left, and nothing where nothing is.
        const seen = left - ragged * rough * min<f32>(1, 5 * left) * (1 - left);
        if (seen <= 0 || left <= 0) continue;
        const share = n == 0 ? front : behind;
        light = f32x4.add(light, f32x4.mul(share, rampAt(ramp, 1 - min<f32>(1, seen))));
      }
      const q = o + y * stride + (x << 4);
      put4(q, f32x4.add(get4(q), light));
    }
  }
}
