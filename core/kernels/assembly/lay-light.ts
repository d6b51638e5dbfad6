/** Light laid on other light under an affine map. Strides are in bytes. */
import { get4, put4 } from './access';
import { bilinear } from './resample';

/**
 * Adds light (RGBA; nothing for alpha) under an affine map to rows, in place, times (red, green, blue): each px gets what lies at its place
 * under the map m (px of the rows to px of the source), mixed between px.
 */
export function addMappedRows(
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
  red: f32,
  green: f32,
  blue: f32,
  from: i32,
  to: i32,
): void {
  const by = f32x4(red, green, blue, 0);
  for (let y = from; y < to; y++) {
    let p = d + y * dStride;
    const v = ((y0 + y) as f64) + 0.5;
    for (let x = 0; x < width; x++, p += 16) {
      const u = ((x0 + x) as f64) + 0.5;
      const seen = bilinear(
        s,
        sWidth,
        sHeight,
        m0 * u + m1 * v + m2 - 0.5 - ox,
        m3 * u + m4 * v + m5 - 0.5 - oy,
      );
      put4(p, f32x4.add(get4(p), f32x4.mul(seen, by)));
    }
  }
}
