/** Channels that come from different places: the colour fringes of a lens. */
import { get4, put4 } from './access';
import { bilinear } from './resample';

/**
 * Rows of premultiplied RGBA whose red comes from (a·x + e, a·y + f) and whose blue from as far to the other side; green stays; at most `most` px to a side. What is
 * written starts at (x0, y0), what is read at (ox, oy) and holds it. Coverage is the greatest of the three.
 */
export function fringeRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: i32,
  oy: i32,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  a: f64,
  e: f64,
  f: f64,
  most: f64,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5;
    const dy = Math.max(-most, Math.min(most, (a - 1) * py + f));
    const row = s + ((((y0 + y - oy) * sWidth + x0 - ox) as usize) << 4);
    const sy = py - (oy as f64) - 0.5;
    for (let x = 0; x < width; x++) {
      const px = ((x0 + x) as f64) + 0.5;
      const dx = Math.max(-most, Math.min(most, (a - 1) * px + e));
      const sx = px - (ox as f64) - 0.5;
      const own = get4(row + ((x as usize) << 4));
      const red = bilinear(s, sWidth, sHeight, sx + dx, sy + dy);
      const blue = bilinear(s, sWidth, sHeight, sx - dx, sy - dy);
      const covered = f32x4.pmax(own, f32x4.pmax(red, blue));
      const rg = v128.shuffle<f32>(red, own, 0, 5, 0, 5);
      const ba = v128.shuffle<f32>(blue, covered, 2, 7, 2, 7);
      put4(d + y * dStride + ((x as usize) << 4), v128.shuffle<f32>(rg, ba, 0, 1, 4, 5));
    }
  }
}
