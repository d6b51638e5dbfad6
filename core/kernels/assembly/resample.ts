/** Sampling pictures under a homography, and the levels of their pyramids. */
import { get4, put4 } from './access';
import { pxOf, sampled } from './sample';

// @ts-ignore: decorator
@inline
function inRange(v: i32, size: i32): bool {
  return (v as u32) < (size as u32);
}

/** The four weights of Catmull and Rom's spline (Keys, 1981) at a fraction t. */
// @ts-ignore: decorator
@inline
function w0(t: f32): f32 {
  return ((2 - t) * t - 1) * t * 0.5;
}

// @ts-ignore: decorator
@inline
function w1(t: f32): f32 {
  return ((3 * t - 5) * t * t + 2) * 0.5;
}

// @ts-ignore: decorator
@inline
function w2(t: f32): f32 {
  return ((4 - 3 * t) * t + 1) * t * 0.5;
}

// @ts-ignore: decorator
@inline
function w3(t: f32): f32 {
  return (t - 1) * t * t * 0.5;
}

/** All four of them, lane by lane. */
// @ts-ignore: decorator
@inline
export function cubicWeights(t: v128): v128 {
  const cubes = f32x4.add(f32x4.mul(f32x4(-0.5, 1.5, -1.5, 0.5), t), f32x4(1, -2.5, 2, -0.5));
  const squares = f32x4.add(f32x4.mul(cubes, t), f32x4(-0.5, 0, 0.5, 0));
  return f32x4.add(f32x4.mul(squares, t), f32x4(0, 1, 0, 0));
}

// @ts-ignore: decorator
@inline
export function cubic(a: v128, b: v128, c: v128, d: v128, t: f32): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(a, f32x4.splat(w0(t))), f32x4.mul(b, f32x4.splat(w1(t)))),
    f32x4.add(f32x4.mul(c, f32x4.splat(w2(t))), f32x4.mul(d, f32x4.splat(w3(t)))),
  );
}

/** Four px one after another, each times its weight. */
// @ts-ignore: decorator
@inline
function weighed(p: usize, a: v128, b: v128, c: v128, d: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(get4(p), a), f32x4.mul(get4(p + 16), b)),
    f32x4.add(f32x4.mul(get4(p + 32), c), f32x4.mul(get4(p + 48), d)),
  );
}

/** A row of a spline at the edge of the source. */
function cubicRow(s: usize, width: i32, height: i32, x: i32, y: i32, t: f32): v128 {
  if (!inRange(y, height)) return f32x4.splat(0);
  return cubic(
    pxOf(s, width, height, x, y),
    pxOf(s, width, height, x + 1, y),
    pxOf(s, width, height, x + 2, y),
    pxOf(s, width, height, x + 3, y),
    t,
  );
}

/** Bicubic at a place in px of the source, lobes and all. */
// @ts-ignore: decorator
@inline
export function spline(s: usize, width: i32, height: i32, sx: f64, sy: f64): v128 {
  const fx = Math.floor(sx);
  const fy = Math.floor(sy);
  if (!(fx >= -2 && fy >= -2 && fx <= (width as f64) && fy <= (height as f64)))
    return f32x4.splat(0);
  const x = (fx as i32) - 1;
  const y = (fy as i32) - 1;
  const tx = (sx - fx) as f32;
  const ty = (sy - fy) as f32;
  if (x >= 0 && y >= 0 && x + 3 < width && y + 3 < height) {
    const p = s + (((y * width + x) as usize) << 4);
    const row = (width as usize) << 4;
    const a = f32x4.splat(w0(tx));
    const b = f32x4.splat(w1(tx));
    const c = f32x4.splat(w2(tx));
    const d = f32x4.splat(w3(tx));
    return cubic(
      weighed(p, a, b, c, d),
      weighed(p + row, a, b, c, d),
      weighed(p + 2 * row, a, b, c, d),
      weighed(p + 3 * row, a, b, c, d),
      ty,
    );
  }
  return cubic(
    cubicRow(s, width, height, x, y, tx),
    cubicRow(s, width, height, x, y + 1, tx),
    cubicRow(s, width, height, x, y + 2, tx),
    cubicRow(s, width, height, x, y + 3, tx),
    ty,
  );
}

/** Lobes of a spline may not leave what coverage and colour can be. */
// @ts-ignore: decorator
@inline
function bounded(v: v128): v128 {
  const positive = f32x4.pmax(f32x4.splat(0), v);
  return v128.bitselect(f32x4.pmin(positive, f32x4.splat(1)), positive, i32x4(0, 0, 0, -1));
}

/** The same of colours. */
// @ts-ignore: decorator
@inline
export function bicubic(s: usize, width: i32, height: i32, sx: f64, sy: f64): v128 {
  return bounded(spline(s, width, height, sx, sy));
}

/** Four px one after another, each times one of four weights. */
// @ts-ignore: decorator
@inline
function weighedBy(p: usize, w: v128): v128 {
  return weighed(
    p,
    v128.shuffle<f32>(w, w, 0, 0, 0, 0),
    v128.shuffle<f32>(w, w, 1, 1, 1, 1),
    v128.shuffle<f32>(w, w, 2, 2, 2, 2),
    v128.shuffle<f32>(w, w, 3, 3, 3, 3),
  );
}

/** Bicubic colours at a way, the first two lanes, from (x, y), whole px of the source. */
// @ts-ignore: decorator
@inline
export function bicubicFrom(s: usize, width: i32, height: i32, x: i32, y: i32, way: v128): v128 {
  const floor = f32x4.floor(way);
  const t = f32x4.sub(way, floor);
  const whole = i32x4.trunc_sat_f32x4_s(floor);
  const u = x + i32x4.extract_lane(whole, 0) - 1;
  const v = y + i32x4.extract_lane(whole, 1) - 1;
  const across = cubicWeights(v128.shuffle<f32>(t, t, 0, 0, 0, 0));
  const down = cubicWeights(v128.shuffle<f32>(t, t, 1, 1, 1, 1));
  if (u >= 0 && v >= 0 && u + 3 < width && v + 3 < height) {
    const p = s + (((v * width + u) as usize) << 4);
    const row = (width as usize) << 4;
    const top = f32x4.add(
      f32x4.mul(weighedBy(p, across), v128.shuffle<f32>(down, down, 0, 0, 0, 0)),
      f32x4.mul(weighedBy(p + row, across), v128.shuffle<f32>(down, down, 1, 1, 1, 1)),
    );
    const bottom = f32x4.add(
      f32x4.mul(weighedBy(p + 2 * row, across), v128.shuffle<f32>(down, down, 2, 2, 2, 2)),
      f32x4.mul(weighedBy(p + 3 * row, across), v128.shuffle<f32>(down, down, 3, 3, 3, 3)),
    );
    return bounded(f32x4.add(top, bottom));
  }
  if (u < -3 || v < -3 || u >= width || v >= height) return f32x4.splat(0);
  return bounded(splineAtEdge(s, width, height, u, v, across, down));
}

/** What a spline comes to of 4 × 4 px from (x, y) on, some of which may lie outside the source. */
function splineAtEdge(
  s: usize,
  width: i32,
  height: i32,
  x: i32,
  y: i32,
  across: v128,
  down: v128,
): v128 {
  let sum = f32x4.splat(0);
  for (let j = 0; j < 4; j++) {
    if (!inRange(y + j, height)) continue;
    const row = f32x4.add(
      f32x4.add(
        f32x4.mul(pxOf(s, width, height, x, y + j), v128.shuffle<f32>(across, across, 0, 0, 0, 0)),
        f32x4.mul(pxOf(s, width, height, x + 1, y + j), v128.shuffle<f32>(across, across, 1, 1, 1, 1)),
      ),
      f32x4.add(
        f32x4.mul(pxOf(s, width, height, x + 2, y + j), v128.shuffle<f32>(across, across, 2, 2, 2, 2)),
        f32x4.mul(pxOf(s, width, height, x + 3, y + j), v128.shuffle<f32>(across, across, 3, 3, 3, 3)),
      ),
    );
    let weight = f32x4.extract_lane(down, 0);
    if (j == 1) weight = f32x4.extract_lane(down, 1);
    if (j == 2) weight = f32x4.extract_lane(down, 2);
    if (j == 3) weight = f32x4.extract_lane(down, 3);
    sum = f32x4.add(sum, f32x4.mul(row, f32x4.splat(weight)));
  }
  return sum;
}

/** Bilinear at a place in px of the source. */
// @ts-ignore: decorator
@inline
export function bilinear(s: usize, width: i32, height: i32, sx: f64, sy: f64): v128 {
  const fx = Math.floor(sx);
  const fy = Math.floor(sy);
  if (!(fx >= -1 && fy >= -1 && fx < (width as f64) && fy < (height as f64)))
    return f32x4.splat(0);
  return sampled(s, width, height, fx as i32, fy as i32, (sx - fx) as f32, (sy - fy) as f32);
}

/** From so many samples on it is asked first whether they meet the source at all. */
const WORTH: i32 = 8;

/**
 * Whether a pixel of the render, whose corner is at (x, y), sees nothing of a source: its four corners, which its
 * image has for hull, all lie to one side. Not told where the horizon crosses it.
 */
function misses(
  width: i32,
  height: i32,
  x: f64,
  y: f64,
  ox: f64,
  oy: f64,
  m0: f64,
  m1: f64,
  m2: f64,
  m3: f64,
  m4: f64,
  m5: f64,
  m6: f64,
  m7: f64,
  m8: f64,
): bool {
  let left = Infinity;
  let right = -Infinity;
  let top = Infinity;
  let bottom = -Infinity;
  for (let k = 0; k < 4; k++) {
    const qx = x + ((k & 1) as f64);
    const qy = y + ((k >> 1) as f64);
    const w = m6 * qx + m7 * qy + m8;
    if (!(w > 1e-9)) return false;
    const u = (m0 * qx + m1 * qy + m2) / w - ox;
    const v = (m3 * qx + m4 * qy + m5) / w - oy;
    left = Math.min(left, u);
    right = Math.max(right, u);
    top = Math.min(top, v);
    bottom = Math.max(bottom, v);
  }
  // A sample takes from the px about it.
  return right < -1 || bottom < -1 || left > (width as f64) + 1 || top > (height as f64) + 1;
}

/**
 * Draws a source under a homography: `m0`–`m8` (rows) take px of the render, whose region starts at
 * (x0, y0), to px of the source, which starts at (ox, oy). Where a pixel is smaller than the source's
 * it is bicubic, where larger the mean of a grid of bilinear samples over the pixel, at most 16 × 16.
 */
export function warpRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: f64,
  oy: f64,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  m0: f64,
  m1: f64,
  m2: f64,
  m3: f64,
  m4: f64,
  m5: f64,
  m6: f64,
  m7: f64,
  m8: f64,
  from: i32,
  to: i32,
): void {
  const affine = m6 == 0 && m7 == 0 && m8 == 1;
  let across = Math.hypot(m0, m3);
  let down = Math.hypot(m1, m4);
  for (let y = from; y < to; y++) {
    let dp = d + y * dStride;
    for (let x = 0; x < width; x++, dp += 16) {
      const px = (x0 + x) as f64 + 0.5;
      const py = (y0 + y) as f64 + 0.5;
      if (!affine) {
        // Columns of the Jacobian: what one px of the render is in px of the source.
        const w = m6 * px + m7 * py + m8;
        if (!(w > 1e-9)) {
          put4(dp, f32x4.splat(0));
          continue;
        }
        const u = (m0 * px + m1 * py + m2) / w;
        const v = (m3 * px + m4 * py + m5) / w;
        across = Math.hypot((m0 - u * m6) / w, (m3 - v * m6) / w);
        down = Math.hypot((m1 - u * m7) / w, (m4 - v * m7) / w);
      }
      const columns = min(16, max(1, Math.ceil(across - 1e-6) as i32));
      const lines = min(16, max(1, Math.ceil(down - 1e-6) as i32));
      if (max(across, down) <= 1 + 1e-6) {
        const w = affine ? 1 : m6 * px + m7 * py + m8;
        put4(
          dp,
          bicubic(
            s,
            sWidth,
            sHeight,
            (m0 * px + m1 * py + m2) / w - ox - 0.5,
            (m3 * px + m4 * py + m5) / w - oy - 0.5,
          ),
        );
        continue;
      }
      if (
        columns * lines >= WORTH &&
        misses(sWidth, sHeight, (x0 + x) as f64, (y0 + y) as f64, ox, oy, m0, m1, m2, m3, m4, m5, m6, m7, m8)
      ) {
        put4(dp, f32x4.splat(0));
        continue;
      }
      let sum = f32x4.splat(0);
      const alongX = 1.0 / (columns as f64);
      const alongY = 1.0 / (lines as f64);
      for (let j = 0; j < lines; j++) {
        const qy = ((y0 + y) as f64) + ((j as f64) + 0.5) * alongY;
        for (let i = 0; i < columns; i++) {
          const qx = ((x0 + x) as f64) + ((i as f64) + 0.5) * alongX;
          let u = m0 * qx + m1 * qy + m2;
          let v = m3 * qx + m4 * qy + m5;
          if (!affine) {
            const w = m6 * qx + m7 * qy + m8;
            if (!(w > 1e-9)) continue;
            u /= w;
            v /= w;
          }
          sum = f32x4.add(sum, bilinear(s, sWidth, sHeight, u - ox - 0.5, v - oy - 0.5));
        }
      }
      put4(dp, f32x4.mul(sum, f32x4.splat((1.0 / ((columns * lines) as f64)) as f32)));
    }
  }
}

/**
 * Averages 2 × 2 px of a level of RGBA, `sHeight` rows of `sWidth`, into rows of the next. The
 * outside of an odd edge counts as transparent, so that the grids stay aligned.
 */
export function halveRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  d: usize,
  dWidth: i32,
  from: i32,
  to: i32,
): void {
  const quarter = f32x4.splat(0.25);
  for (let y = from; y < to; y++) {
    for (let x = 0; x < dWidth; x++) {
      const u = x << 1;
      const v = y << 1;
      const sum = f32x4.add(
        f32x4.add(pxOf(s, sWidth, sHeight, u, v), pxOf(s, sWidth, sHeight, u + 1, v)),
        f32x4.add(pxOf(s, sWidth, sHeight, u, v + 1), pxOf(s, sWidth, sHeight, u + 1, v + 1)),
      );
      put4(d + (((y * dWidth + x) as usize) << 4), f32x4.mul(sum, quarter));
    }
  }
}
