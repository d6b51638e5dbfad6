/** Sampling pictures under a homography, and the levels of their pyramids. */
import { get4, put4 } from './access';
import { pxOf, sampled } from './sample';
import { bicubic } from './spline';

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
