/** Light drawn out along rows, and light under an affine map, such as a turn. Strides are in bytes. */
import { get4, put4 } from './access';
import { bilinear } from './resample';

/**
 * Rows of light (RGBA; nothing for alpha) on a turned grid: each px has what lies at its place under the map m (px of the rows to px of the
 * source), mixed between px.
 */
export function turnRows(
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
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let p = d + y * dStride;
    const v = ((y0 + y) as f64) + 0.5;
    for (let x = 0; x < width; x++, p += 16) {
      const u = ((x0 + x) as f64) + 0.5;
      put4(
        p,
        bilinear(s, sWidth, sHeight, m0 * u + m1 * v + m2 - 0.5 - ox, m3 * u + m4 * v + m5 - 0.5 - oy),
      );
    }
  }
}

/** Adds to each px of a row what lies `far` bytes before it (`back`: after it), times a factor. */
// @ts-ignore: decorator
@inline
function addFrom(row: usize, width: i32, far: usize, back: i32, factor: v128): void {
  if (back) {
    let p = row;
    for (const end = row + (width << 4) - far; p < end; p += 16)
      put4(p, f32x4.add(get4(p), f32x4.mul(factor, get4(p + far))));
  } else {
    let p = row + ((width - 1) << 4);
    for (const end = row + far; p >= end; p -= 16)
      put4(p, f32x4.add(get4(p), f32x4.mul(factor, get4(p - far))));
  }
}

/** The same from two places, the second twice as far and by the factor again. */
// @ts-ignore: decorator
@inline
function addThree(row: usize, width: i32, far: usize, back: i32, factor: v128): void {
  const twice = f32x4.mul(factor, factor);
  if (back) {
    const end = row + (width << 4);
    for (let p = row; p + far < end; p += 16) {
      let sum = f32x4.add(get4(p), f32x4.mul(factor, get4(p + far)));
      if (p + 2 * far < end) sum = f32x4.add(sum, f32x4.mul(twice, get4(p + 2 * far)));
      put4(p, sum);
    }
  } else {
    for (let p = row + ((width - 1) << 4); p >= row + far; p -= 16) {
      let sum = f32x4.add(get4(p), f32x4.mul(factor, get4(p - far)));
      if (p >= row + 2 * far) sum = f32x4.add(sum, f32x4.mul(twice, get4(p - 2 * far)));
      put4(p, sum);
    }
  }
}

/**
 * Draws light out along rows, in place: each px gets what lies up to 2^passes px before it (`back`: after it), or 3/2 of that many
 * (`half`), each px farther by a factor of (red, green, blue) less. The sum of that geometric series is made by doubling.
 */
export function streakRows(
  b: usize,
  stride: i32,
  width: i32,
  passes: i32,
  half: i32,
  back: i32,
  red: f32,
  green: f32,
  blue: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    const row = b + y * stride;
    let factor = f32x4(red, green, blue, 0);
    for (let k = 0; k < passes; k++) {
      const far = (1 << k) << 4;
      if (half && k == passes - 1) {
        addThree(row, width, far, back, factor);
        break;
      }
      addFrom(row, width, far, back, factor);
      factor = f32x4.mul(factor, factor);
    }
  }
}

/** Adds light under a map to rows, in place, times (red, green, blue); places as of `turnRows`. */
export function layRays(
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
