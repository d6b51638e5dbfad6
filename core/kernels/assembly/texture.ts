/** Textures without edges or repeats, gradients round a point, and pictures laid side by side. */
import { get4, put, put4, get } from './access';
import { chanceAt } from './planes';

/** Kinds of texture, as the face numbers them (kernels/texture.ts). */
const SPECKLE: i32 = 0;
const CLOUDS: i32 = 1;
const BRUSHED: i32 = 2;
const STONE: i32 = 3;
const CELLS: i32 = 4;
const MARBLE: i32 = 5;
const FLAKES: i32 = 6;

/** Smooth noise, 0–1, one new value a unit (value noise with a fifth-degree step). */
// @ts-ignore: decorator
@inline
function noise(x: f32, y: f32, seed: i32): f32 {
  const fx = Mathf.floor(x);
  const fy = Mathf.floor(y);
  const ix = fx as i32;
  const iy = fy as i32;
  const tx = x - fx;
  const ty = y - fy;
  const u = tx * tx * tx * (tx * (tx * 6 - 15) + 10);
  const v = ty * ty * ty * (ty * (ty * 6 - 15) + 10);
  const a = chanceAt(ix, iy, seed);
  const b = chanceAt(ix + 1, iy, seed);
  const c = chanceAt(ix, iy + 1, seed);
  const d = chanceAt(ix + 1, iy + 1, seed);
  const top = a + (b - a) * u;
  return top + (c + (d - c) * u - top) * v;
}

/**
 * Noise of several sizes, 0–1, each half as large and half as strong as the one before. Those finer than
 * two px (`px` is the size of one, in units) are left out: nobody could see them.
 */
function octaves(x: f32, y: f32, seed: i32, px: f32, count: i32): f32 {
  let sum: f32 = 0;
  let whole: f32 = 0;
  let k: f32 = 1;
  let size: f32 = 1;
  for (let i = 0; i < count; i++) {
    // Fades out between four px a wave and two.
    const seen = max<f32>(0, min<f32>(1, 2 - (2 * px) / size));
    sum += k * (0.5 + (noise(x / size, y / size, seed + i) - 0.5) * seen);
    whole += k;
    k *= 0.5;
    size *= 0.5;
  }
  return sum / whole;
}

/** Distances to the nearest and the second nearest of points strewn one a unit; which is nearest. */
let nearest: f32 = 0;
let second: f32 = 0;
let which: f32 = 0;
function cells(x: f32, y: f32, seed: i32): void {
  const ix = Mathf.floor(x) as i32;
  const iy = Mathf.floor(y) as i32;
  nearest = 1e9;
  second = 1e9;
  for (let j = iy - 2; j <= iy + 2; j++) {
    for (let i = ix - 2; i <= ix + 2; i++) {
      const dx = (i as f32) + chanceAt(i, j, seed) - x;
      const dy = (j as f32) + chanceAt(i, j, seed + 1) - y;
      const d = sqrt<f32>(dx * dx + dy * dy);
      if (d < nearest) {
        second = nearest;
        nearest = d;
        which = chanceAt(i, j, seed + 2);
      } else if (d < second) second = d;
    }
  }
}

/**
 * Rows of a texture, 0–1. (u, v) = (a·x + c·y + e, b·x + d·y + f) takes the middle of px (x, y) to units of the
 * texture; `px` is how large a px is there.
 */
export function textureRows(
  o: usize,
  oStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  kind: i32,
  seed: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  px: f32,
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
      let t: f32 = 0;
      if (kind == SPECKLE) t = octaves(u * 16, v * 16, seed, px * 16, 2);
      else if (kind == CLOUDS) t = octaves(u * 2, v * 2, seed, px * 2, 6) * 1.6 - 0.3;
      else if (kind == BRUSHED) {
        const fine = octaves(u * 1.5, v * 90, seed, px * 90, 3);
        t = 0.5 + ((fine - 0.5) * 0.6 + (octaves(u * 0.5, v * 22, seed + 9, px * 22, 3) - 0.5) * 0.8) * 2.4;
      } else if (kind == STONE) {
        const rough = abs<f32>(octaves(u * 4, v * 4, seed, px * 4, 6) * 2 - 1);
        t = 0.75 - rough * 1.4 + 0.35 * octaves(u * 30, v * 30, seed + 20, px * 30, 3);
      } else if (kind == CELLS) {
        cells(u * 5, v * 5, seed);
        // A dark came between panes, as sharp as px allow; the panes differ in shade.
        const edge = (second - nearest - 0.09) / max<f32>(0.03, px * 5 * 1.5);
        t = max<f32>(0, min<f32>(1, edge + 0.5)) * (0.35 + 0.65 * which);
      } else if (kind == MARBLE) {
        const bent = octaves(u * 3, v * 3, seed, px * 3, 6);
        t = 0.5 + 0.5 * Mathf.sin((u * 3 + v * 1.3 + bent * 3.2) * 6.2831853);
      } else if (kind == FLAKES) {
        const worn = octaves(u * 3, v * 3, seed, px * 3, 6);
        t = max<f32>(0, min<f32>(1, (worn - 0.5) * 9 + 0.5));
      }
      put(op, max<f32>(0, min<f32>(1, t)));
    }
  }
}

/** Rows of how far round a point each px lies, 0–1 clockwise from the direction (1, 0) of (u, v). */
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
 * (u, v) as in `textureRows`, px of the tile. Between px it is mixed.
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
