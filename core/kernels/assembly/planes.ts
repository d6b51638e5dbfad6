/** Plain work on planes that styles are made of. Strides are in bytes. */
import { hashAt } from './hash';
import { get, put } from './access';

/** Puts every value of rows through a table of `size` floats for 0–1, in place; between two it is mixed. */
export function lookRows(
  p: usize,
  pStride: i32,
  width: i32,
  table: usize,
  size: i32,
  from: i32,
  to: i32,
): void {
  const last = (size - 1) as f32;
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    for (const end = d + (width << 2); d < end; d += 4) {
      const v = get(d);
      const t = (v > 0 ? (v < 1 ? v : 1) : 0) * last;
      const i = min(t as i32, size - 2);
      const low = get(table + (i << 2));
      put(d, low + (get(table + (i << 2) + 4) - low) * (t - (i as f32)));
    }
  }
}

/** A value of a plane between px (bilinear), 0 beyond it; (x, y) counts px from its first. */
// @ts-ignore: decorator
@inline
function between(s: usize, sStride: i32, width: i32, height: i32, x: f32, y: f32): f32 {
  const fx = Mathf.floor(x);
  const fy = Mathf.floor(y);
  return beside(s, sStride, width, height, fx as i32, fy as i32, x - fx, y - fy);
}

/** The same, `tx` and `ty` (0–1) beyond a px. */
// @ts-ignore: decorator
@inline
function beside(
  s: usize,
  sStride: i32,
  width: i32,
  height: i32,
  ix: i32,
  iy: i32,
  tx: f32,
  ty: f32,
): f32 {
  let sum: f32 = 0;
  for (let j = 0; j < 2; j++) {
    const py = iy + j;
    const wy = j ? ty : 1 - ty;
    if (py < 0 || py >= height || wy == 0) continue;
    for (let i = 0; i < 2; i++) {
      const px = ix + i;
      const wx = i ? tx : 1 - tx;
      if (px < 0 || px >= width || wx == 0) continue;
      sum += wx * wy * get(s + py * sStride + (px << 2));
    }
  }
  return sum;
}

/** Rows of a plane that is moved: the first px of the result lies (x0, y0) whole px from that of the plane, and (`tx`, `ty`) of one more. */
export function shiftRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  sWidth: i32,
  sHeight: i32,
  x0: i32,
  y0: i32,
  tx: f32,
  ty: f32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = o + y * oStride;
    for (let x = 0; x < width; x++, d += 4)
      put(d, beside(s, sStride, sWidth, sHeight, x + x0, y + y0, tx, ty));
  }
}

/**
 * Rows of a plane seen through an affine map: px (x, y) of the result, counted from (x0, y0), shows what lies at
 * (a x + c y + e, b x + d y + f) of the plane, px from its first; beyond its edges they go on.
 */
export function sampleRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  sWidth: i32,
  sHeight: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  width: i32,
  from: i32,
  to: i32,
): void {
  const right = (sWidth - 1) as f64;
  const foot = (sHeight - 1) as f64;
  for (let y = from; y < to; y++) {
    let p = o + y * oStride;
    for (let x = 0; x < width; x++, p += 4) {
      const u = a * (x as f64) + c * (y as f64) + e;
      const v = b * (x as f64) + d * (y as f64) + f;
      const inX = max<f64>(0, min<f64>(right, u)) as f32;
      const inY = max<f64>(0, min<f64>(foot, v)) as f32;
      put(p, between(s, sStride, sWidth, sHeight, inX, inY));
    }
  }
}

/** How far rows of one plane are from those of another, in place. */
export function differRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let q = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, q += 4) put(d, abs<f32>(get(d) - get(q)));
  }
}

/** Adds rows of one plane to those of another, in place. */
export function addRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let q = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, q += 4) put(d, get(d) + get(q));
  }
}

/** Rows of a plane times those of another, in place. */
export function timesRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let q = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, q += 4) put(d, get(d) * get(q));
  }
}

/** Coverage of what lies between two distances (px, low < high) of rows of distances, in place. */
export function bandRows(
  p: usize,
  pStride: i32,
  width: i32,
  low: f32,
  high: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    for (const end = d + (width << 2); d < end; d += 4) {
      const v = get(d);
      const below = max<f32>(0, min<f32>(1, high - v + 0.5));
      const above = max<f32>(0, min<f32>(1, low - v + 0.5));
      put(d, below - above);
    }
  }
}

/**
 * How brightly a lamp at (lx, ly, lz) lights rows of a relief of heights at `s` (px), 0–1: the cosine between
 * its direction and the normal (−∂h/∂x, −∂h/∂y, 1). Slopes by central differences; beyond the plane the
 * relief goes on level.
 */
export function reliefRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  height: i32,
  lx: f32,
  ly: f32,
  lz: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    const up = s + max(0, y - 1) * sStride;
    const down = s + min(height - 1, y + 1) * sStride;
    const own = s + y * sStride;
    let d = o + y * oStride;
    for (let x = 0; x < width; x++, d += 4) {
      const left = max(0, x - 1) << 2;
      const right = min(width - 1, x + 1) << 2;
      const dx = (get(own + right) - get(own + left)) * 0.5;
      const dy = (get(down + (x << 2)) - get(up + (x << 2))) * 0.5;
      const lit = (lz - dx * lx - dy * ly) / sqrt<f32>(dx * dx + dy * dy + 1);
      put(d, max<f32>(0, lit));
    }
  }
}

/**
 * Grains rows of a plane by an amount (0–1), in place: each value is drawn anew, between nothing and twice
 * itself, and mixed with what it was. Grains are `size` px wide; (x0, y0) is the first px.
 */
export function grainRows(
  p: usize,
  pStride: i32,
  width: i32,
  x0: i32,
  y0: i32,
  size: f32,
  amount: f32,
  seed: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    const gy = Mathf.floor(((y0 + y) as f32) / size) as i32;
    for (let x = 0; x < width; x++, d += 4) {
      const v = get(d);
      if (v == 0) continue;
      const gx = Mathf.floor(((x0 + x) as f32) / size) as i32;
      put(d, min<f32>(1, v * (1 + amount * (2 * hashAt(gx, gy, seed) - 1))));
    }
  }
}

/**
 * Rows of a plane, in place, times how much the relief `h` faces what the distances `d` grow away from: the slope of
 * the relief along the way of the light, 0–1; by a share of that. The other planes have a px more on every side:
 * their pointers are at the px beneath the first.
 */
export function facingRows(
  p: usize,
  pStride: i32,
  d: usize,
  dStride: i32,
  h: usize,
  hStride: i32,
  amount: f32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let o = p + y * pStride;
    let a = d + y * dStride;
    let b = h + y * hStride;
    for (let x = 0; x < width; x++, o += 4, a += 4, b += 4) {
      const dx = get(a + 4) - get(a - 4);
      const dy = get(a + dStride) - get(a - dStride);
      const hx = get(b + 4) - get(b - 4);
      const hy = get(b + hStride) - get(b - hStride);
      const far = sqrt<f32>(dx * dx + dy * dy);
      const slope: f32 = far > 1e-6 ? (0.5 * (hx * dx + hy * dy)) / far : 0;
      const lit = min<f32>(1, max<f32>(0, slope));
      put(o, get(o) * ((1 as f32) + amount * (lit - (1 as f32))));
    }
  }
}

/**
 * Rows of ways (`carryRows`) up the slope of a plane, `factor` px for a unit of height over a px: central differences, of a source that
 * goes a px beyond what is written on every side and has its own first px at (-1, -1) of that.
 */
export function slopeRows(
  s: usize,
  sStride: i32,
  d: usize,
  dStride: i32,
  width: i32,
  factor: f32,
  from: i32,
  to: i32,
): void {
  const half = factor / 2;
  for (let y = from; y < to; y++) {
    let p = s + (y + 1) * sStride + 4;
    let q = d + y * dStride;
    for (let x = 0; x < width; x++, p += 4, q += 16) {
      put(q, (get(p + 4) - get(p - 4)) * half);
      put(q + 4, (get(p + sStride) - get(p - sStride)) * half);
      put(q + 8, f32.NaN);
      put(q + 12, f32.NaN);
    }
  }
}
