/** Means of a picture turned and scaled about a place: spins and zooms. */
import { get, get4, put4 } from './access';
import { between, pxOf, sampled } from './sample';
import { scratchRow } from './scratch';

/** Writes the mean of a px and of two samples, which lie so many px from it, and so far from there to the next, across and down. */
// @ts-ignore: decorator
@inline
function putMean(
  target: usize,
  own: usize,
  line: usize,
  u: i32,
  ux: f32,
  uy: f32,
  v: i32,
  vx: f32,
  vy: f32,
): void {
  const p = own + ((u as usize) << 4);
  const q = own + ((v as usize) << 4);
  const a = between(p, p + line, f32x4.splat(ux), f32x4.splat(uy));
  const b = between(q, q + line, f32x4.splat(vx), f32x4.splat(vy));
  const third = f32x4.splat((1 as f32) / 3);
  put4(target, f32x4.mul(f32x4.add(get4(own), f32x4.add(a, b)), third));
}

/**
 * Rows of means of three samples: the px itself, and what lies where the vector from (cx, cy) to it is moved by (qa, qb) and by (ra, rb)
 * times itself, as complex numbers. The source has its corner at (ox, oy), what is written at (x0, y0). Px are done by fours that
 * lie the same wherever a region begins, so that each comes out the same.
 */
export function swingRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: i32,
  oy: i32,
  d: usize,
  x0: i32,
  y0: i32,
  width: i32,
  cx: f64,
  cy: f64,
  qa: f32,
  qb: f32,
  ra: f32,
  rb: f32,
  from: i32,
  to: i32,
): void {
  const third = f32x4.splat((1 as f32) / 3);
  const lanes = f32x4(0, 1, 2, 3);
  const left = (x0 as f64) + 0.5 - cx;
  const widest = max(Math.abs(left), Math.abs(left + (width as f64)));
  const spread = Math.sqrt(max<f64>((qa * qa + qb * qb) as f64, (ra * ra + rb * rb) as f64));
  const room = scratchRow();
  const w = i32x4.splat(sWidth);
  const line = (sWidth as usize) << 4;
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5 - cy;
    const sy = y0 + y - oy;
    // No sample of this row is farther from its px than that: where it keeps so far from the edges, none of them is asked for.
    const far = (spread * Math.sqrt(widest * widest + py * py)) as i32;
    const isLevel = sy > far && sy + far + 2 < sHeight;
    const first = isLevel ? max(0, far + 1 + ox - x0) : i32.MAX_VALUE;
    const last = isLevel ? sWidth - far - 2 + ox - x0 : i32.MIN_VALUE;
    const PY = f32x4.splat(py as f32);
    const qx = f32x4.mul(PY, f32x4.splat(-qb));
    const qy = f32x4.mul(PY, f32x4.splat(qa));
    const rx = f32x4.mul(PY, f32x4.splat(-rb));
    const ry = f32x4.mul(PY, f32x4.splat(ra));
    const row = d + (((y * width) as usize) << 4);
    for (let x = -(x0 & 3); x < width; x += 4) {
      const PX = f32x4.add(f32x4.splat((left + (x as f64)) as f32), lanes);
      const ux = f32x4.add(f32x4.mul(PX, f32x4.splat(qa)), qx);
      const uy = f32x4.add(f32x4.mul(PX, f32x4.splat(qb)), qy);
      const vx = f32x4.add(f32x4.mul(PX, f32x4.splat(ra)), rx);
      const vy = f32x4.add(f32x4.mul(PX, f32x4.splat(rb)), ry);
      const fux = f32x4.floor(ux);
      const fuy = f32x4.floor(uy);
      const fvx = f32x4.floor(vx);
      const fvy = f32x4.floor(vy);
      const tux = f32x4.sub(ux, fux);
      const tuy = f32x4.sub(uy, fuy);
      const tvx = f32x4.sub(vx, fvx);
      const tvy = f32x4.sub(vy, fvy);
      const iux = i32x4.trunc_sat_f32x4_s(fux);
      const iuy = i32x4.trunc_sat_f32x4_s(fuy);
      const ivx = i32x4.trunc_sat_f32x4_s(fvx);
      const ivy = i32x4.trunc_sat_f32x4_s(fvy);
      if (x >= first && x + 3 < last && x + 3 < width) {
        const own = s + (((sy * sWidth + x + x0 - ox) as usize) << 4);
        const u = i32x4.add(i32x4.mul(iuy, w), iux);
        const v = i32x4.add(i32x4.mul(ivy, w), ivx);
        const target = row + ((x as usize) << 4);
        putMean(target, own, line, i32x4.extract_lane(u, 0), f32x4.extract_lane(tux, 0), f32x4.extract_lane(tuy, 0),
          i32x4.extract_lane(v, 0), f32x4.extract_lane(tvx, 0), f32x4.extract_lane(tvy, 0));
        putMean(target + 16, own + 16, line, i32x4.extract_lane(u, 1), f32x4.extract_lane(tux, 1), f32x4.extract_lane(tuy, 1),
          i32x4.extract_lane(v, 1), f32x4.extract_lane(tvx, 1), f32x4.extract_lane(tvy, 1));
        putMean(target + 32, own + 32, line, i32x4.extract_lane(u, 2), f32x4.extract_lane(tux, 2), f32x4.extract_lane(tuy, 2),
          i32x4.extract_lane(v, 2), f32x4.extract_lane(tvx, 2), f32x4.extract_lane(tvy, 2));
        putMean(target + 48, own + 48, line, i32x4.extract_lane(u, 3), f32x4.extract_lane(tux, 3), f32x4.extract_lane(tuy, 3),
          i32x4.extract_lane(v, 3), f32x4.extract_lane(tvx, 3), f32x4.extract_lane(tvy, 3));
        continue;
      }
      put4(room, tux);
      put4(room + 16, tuy);
      put4(room + 32, tvx);
      put4(room + 48, tvy);
      put4(room + 64, fux);
      put4(room + 80, fuy);
      put4(room + 96, fvx);
      put4(room + 112, fvy);
      for (let k = max(0, -x); k < 4 && x + k < width; k++) {
        const at = room + (k << 2);
        const sx = x + k + x0 - ox;
        const ax = sx + (get(at + 64) as i32);
        const ay = sy + (get(at + 80) as i32);
        const a = sampled(s, sWidth, sHeight, ax, ay, get(at), get(at + 16));
        const bx = sx + (get(at + 96) as i32);
        const by = sy + (get(at + 112) as i32);
        const b = sampled(s, sWidth, sHeight, bx, by, get(at + 32), get(at + 48));
        const own = pxOf(s, sWidth, sHeight, sx, sy);
        const sum = f32x4.add(own, f32x4.add(a, b));
        put4(row + (((x + k) as usize) << 4), f32x4.mul(sum, third));
      }
    }
  }
}
