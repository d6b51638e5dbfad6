/** Compositing rows of premultiplied RGBA (Compositing and Blending Level 1, sections 5 and 9.1). */
import { get, get4, getInt, put4, splat } from './access';
import { blendRow } from './blend-row';
import { alphaOf } from './pixel';
import { scratchRow } from './scratch';

/**
 * Lays rows `from`–`to` of premultiplied RGBA at `s` onto those at `b`, in place; strides are in
 * bytes, opacity is 0–1. Unless `m` is 0, each pixel is multiplied by a plane that stands there.
 */
export function composite(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  m: usize,
  mStride: i32,
  width: i32,
  opacity: f32,
  from: i32,
  to: i32,
): void {
  const k = f32x4.splat(opacity);
  const whole = f32x4.splat(1);
  const own = scratchRow();
  for (let y = from; y < to; y++) {
    const bp = b + y * bStride;
    let sp = s + y * sStride;
    if (m == 0 && opacity == 1) {
      blendRow(mode, bp, sp, width, whole);
      continue;
    }
    const end = own + ((width as usize) << 4);
    if (m) {
      let mp = m + y * mStride;
      for (let d = own; d < end; d += 16, sp += 16, mp += 4)
        put4(d, f32x4.mul(get4(sp), f32x4.mul(splat(mp), k)));
    } else for (let d = own; d < end; d += 16, sp += 16) put4(d, f32x4.mul(get4(sp), k));
    blendRow(mode, bp, own, width, whole);
  }
}

/** Px of a row that are worked on at a time where several planes are laid on it: they stay in the nearest cache. */
const STRIP: i32 = 512;

/** Bytes of an entry of the list that `compositePlanes` takes. */
const ENTRY: usize = 48;

/**
 * Makes rows of premultiplied RGBA at `b` by laying colours through planes on nothing, one after the other. Each of the `count`
 * entries at `list` is: blend mode, where the plane stands, the bytes of its rows, and the px of `b` that it lies over, left,
 * top, right, bottom (whole numbers, 4 bytes each, and 4 to spare); then its colour, premultiplied by its opacity, as four floats.
 */
export function compositePlanes(
  b: usize,
  bStride: i32,
  width: i32,
  list: usize,
  count: i32,
  from: i32,
  to: i32,
): void {
  const whole = f32x4.splat(1);
  const own = scratchRow();
  for (let y = from; y < to; y++) {
    const bp = b + y * bStride;
    for (let x = 0; x < width; x += STRIP) {
      const end = min(width, x + STRIP);
      memory.fill(bp + (x << 4), 0, (end - x) << 4);
      for (let e = list, last = list + count * ENTRY; e < last; e += ENTRY) {
        const top = getInt(e + 16);
        if (y < top || y >= getInt(e + 24)) continue;
        const left = getInt(e + 12);
        const a = max(x, left);
        const z = min(end, getInt(e + 20));
        if (a >= z) continue;
        const colour = get4(e + 32);
        let sp: usize = getInt(e + 4) + (y - top) * getInt(e + 8) + ((a - left) << 2);
        for (let d = own, stop = own + ((z - a) << 4); d < stop; d += 16, sp += 4)
          put4(d, f32x4.mul(colour, splat(sp)));
        blendRow(getInt(e), bp + (a << 4), own, z - a, whole);
      }
    }
  }
}

/**
 * Lays one colour (premultiplied by `alpha`, which is its opacity) through rows of a plane at `s`
 * onto premultiplied RGBA at `b`, in place.
 */
export function compositePlane(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  red: f32,
  green: f32,
  blue: f32,
  alpha: f32,
  from: i32,
  to: i32,
): void {
  const colour = f32x4(red, green, blue, alpha);
  const whole = f32x4.splat(1);
  const own = scratchRow();
  const end = own + ((width as usize) << 4);
  for (let y = from; y < to; y++) {
    let sp = s + y * sStride;
    for (let d = own; d < end; d += 16, sp += 4) put4(d, f32x4.mul(colour, splat(sp)));
    blendRow(mode, b + y * bStride, own, width, whole);
  }
}

/**
 * Moves rows of premultiplied RGBA under a blend towards others of the same coverage, in place, by an
 * amount (0–1) and, unless `m` is 0, a plane: the coverage stays, and at whole amount the colour is B.
 */
export function settleRows(
  mode: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  m: usize,
  mStride: i32,
  width: i32,
  amount: f32,
  from: i32,
  to: i32,
): void {
  const none = f32x4.splat(0);
  const own = scratchRow();
  for (let y = from; y < to; y++) {
    const bp = b + y * bStride;
    const sp = s + y * sStride;
    const mp = m + y * mStride;
    for (let x = 0; x < width; x++) {
      const under = get4(bp + (x << 4));
      const cover = f32x4.extract_lane(under, 3);
      const share = m ? get(mp + (x << 2)) * amount : amount;
      const whole = v128.bitselect(alphaOf(under), get4(sp + (x << 4)), i32x4(0, 0, 0, -1));
      put4(
        own + (x << 4),
        cover > 0 ? f32x4.mul(whole, f32x4.splat(share / cover)) : none,
      );
    }
    blendRow(mode, bp, own, width, none);
  }
}
