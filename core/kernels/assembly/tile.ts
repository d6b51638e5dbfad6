/** Gradients round a point, and pictures laid side by side. */
import { get, get4, put, put4 } from './access';

/**
 * Rows of how far round a point each px lies, 0–1 clockwise from the direction (1, 0) of (u, v). (u, v) = (a·x + c·y + e,
 * b·x + d·y + f) takes the middle of px (x, y) to places about that point.
 */
export function coneRows(
  o: usize,
  oStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let op = o + y * oStride;
    const py = (y0 + y) as f64 + 0.5;
    for (let x = 0; x < width; x++, op += 4) {
      const qx = (x0 + x) as f64 + 0.5;
      const u = (a * qx + c * py + e) as f32;
      const v = (b * qx + d * py + f) as f32;
      const t = Mathf.atan2(v, u) * 0.15915494;
      put(op, t < 0 ? t + 1 : t);
    }
  }
}

/** A whole number brought into 0–(n − 1) by laying n side by side, every second one mirrored if asked. */
// @ts-ignore: decorator
@inline
function around(i: i32, n: i32, mirror: i32): i32 {
  const over = mirror ? 2 * n : n;
  let r = i % over;
  if (r < 0) r += over;
  return r < n ? r : over - 1 - r;
}

/**
 * Rows of RGBA of a tile (`tile`, premultiplied RGBA, `tw` × `th` px) laid side by side, times a plane at `s`;
 * (u, v) as in `coneRows`, px of the tile. Between px it is mixed.
 */
export function tileRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  tile: usize,
  tw: i32,
  th: i32,
  mirror: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let op = o + y * oStride;
    let sp = s + y * sStride;
    const py = (y0 + y) as f64 + 0.5;
    for (let x = 0; x < width; x++, op += 16, sp += 4) {
      const cover = get(sp);
      if (!(cover > 0)) {
        put4(op, f32x4.splat(0));
        continue;
      }
      const qx = (x0 + x) as f64 + 0.5;
      const u = a * qx + c * py + e - 0.5;
      const v = b * qx + d * py + f - 0.5;
      const fu = Math.floor(u);
      const fv = Math.floor(v);
      const tu = f32x4.splat((u - fu) as f32);
      const tv = f32x4.splat((v - fv) as f32);
      const i0 = around(fu as i32, tw, mirror);
      const i1 = around((fu as i32) + 1, tw, mirror);
      const r0 = tile + ((around(fv as i32, th, mirror) * tw) << 4);
      const r1 = tile + ((around((fv as i32) + 1, th, mirror) * tw) << 4);
      const p = get4(r0 + (i0 << 4));
      const q = get4(r1 + (i0 << 4));
      const top = f32x4.add(p, f32x4.mul(f32x4.sub(get4(r0 + (i1 << 4)), p), tu));
      const bottom = f32x4.add(q, f32x4.mul(f32x4.sub(get4(r1 + (i1 << 4)), q), tu));
      const mixed = f32x4.add(top, f32x4.mul(f32x4.sub(bottom, top), tv));
      put4(op, f32x4.mul(mixed, f32x4.splat(cover)));
    }
  }
}
