/** Light drawn out along rows. Strides are in bytes. */
import { get4, put4 } from './access';

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
