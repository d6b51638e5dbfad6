/** Means of a picture turned and scaled about a place: spins and zooms. */
import { get4, put4 } from './access';
import { bilinear } from './resample';

/** As `bilinear`, where all four px that are mixed lie within the source. */
// @ts-ignore: decorator
@inline
function within(s: usize, width: i32, sx: f64, sy: f64): v128 {
  const x = sx as i32;
  const y = sy as i32;
  const tx = f32x4.splat((sx - (x as f64)) as f32);
  const ty = f32x4.splat((sy - (y as f64)) as f32);
  const p = s + (((y * width + x) as usize) << 4);
  const q = p + ((width as usize) << 4);
  const a = get4(p);
  const c = get4(q);
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(get4(p + 16), a), tx));
  const bottom = f32x4.add(c, f32x4.mul(f32x4.sub(get4(q + 16), c), tx));
  return f32x4.add(top, f32x4.mul(f32x4.sub(bottom, top), ty));
}

/**
 * Rows of means of `n` samples: of the place of each px about (cx, cy), turned and scaled by (qa, qb), as complex numbers, to the powers
 * −(n − 1)/2 to (n − 1)/2; (fa, fb) is the first of these powers, and none is farther than `spread` from 1. The source has its corner
 * at (ox, oy), what is written at (x0, y0).
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
  spread: f64,
  n: i32,
  from: i32,
  to: i32,
): void {
  const by = f32x4.splat((1 as f32) / (n as f32));
  const shiftX = cx - (ox as f64) - 0.5;
  const shiftY = cy - (oy as f64) - 0.5;
  const left = (x0 as f64) + 0.5 - cx;
  const widest = max(Math.abs(left), Math.abs(left + (width as f64)));
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5 - cy;
    // No sample of this row is farther from its px than that: where it keeps so far from the edges, none of them is asked for.
    const far = spread * Math.sqrt(widest * widest + py * py) + 0.001;
    const isLevel = py + shiftY >= far && py + shiftY + far < ((sHeight - 1) as f64);
    const first = isLevel ? far - shiftX : Infinity;
    const last = isLevel ? ((sWidth - 1) as f64) - far - shiftX : -Infinity;
    let target = d + (((y * width) as usize) << 4);
    for (let x = 0; x < width; x++, target += 16) {
      const px = left + (x as f64);
      let u = fa * px - fb * py;
      let v = fb * px + fa * py;
      let sum = f32x4.splat(0);
      if (px >= first && px < last)
        for (let k = 0; k < n; k++) {
          sum = f32x4.add(sum, within(s, sWidth, u + shiftX, v + shiftY));
          const w = qa * u - qb * v;
          v = qb * u + qa * v;
          u = w;
        }
      else
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
