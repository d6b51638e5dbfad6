/** Means of a picture turned and scaled about a place: spins and zooms. */
import { put4 } from './access';
import { bilinear } from './resample';

/**
 * Rows of means of `n` samples: of the place of each px about (cx, cy), turned and scaled by (qa, qb), as complex numbers, to the powers
 * −(n − 1)/2 to (n − 1)/2; (fa, fb) is the first of these powers. The source has its corner at (ox, oy), what is written at (x0, y0).
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
  qa: f64,
  qb: f64,
  fa: f64,
  fb: f64,
  n: i32,
  from: i32,
  to: i32,
): void {
  const by = f32x4.splat((1 as f32) / (n as f32));
  const shiftX = cx - (ox as f64) - 0.5;
  const shiftY = cy - (oy as f64) - 0.5;
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5 - cy;
    let target = d + (((y * width) as usize) << 4);
    for (let x = 0; x < width; x++, target += 16) {
      const px = ((x0 + x) as f64) + 0.5 - cx;
      let u = fa * px - fb * py;
      let v = fb * px + fa * py;
      let sum = f32x4.splat(0);
      for (let k = 0; k < n; k++) {
        sum = f32x4.add(sum, bilinear(s, sWidth, sHeight, u + shiftX, v + shiftY));
        const w = qa * u - qb * v;
        v = qb * u + qa * v;
        u = w;
      }
      put4(target, f32x4.mul(sum, by));
    }
  }
}
