/** Numbers of pictures as colour, by their primaries and curves, and colour as light of other primaries. */
import { get, get4, getByte, getWord, put4 } from './access';
import { alphaOf, decode, encode, withAlpha } from './colour';

/** The four numbers of a px of 8 (`bytes` 1) or 16 bits (2), as they stand. */
// @ts-ignore: decorator
@inline
function numbersAt(p: usize, bytes: i32): v128 {
  return f32x4.convert_i32x4_s(
    bytes == 1
      ? i32x4(getByte(p), getByte(p + 1), getByte(p + 2), getByte(p + 3))
      : i32x4(getWord(p), getWord(p + 2), getWord(p + 4), getWord(p + 6)),
  );
}

/**
 * Reads rows of straight RGBA of 8 (`bytes` 1) or 16 bits (`bytes` 2) as premultiplied floats, in
 * linear light if `toLight`.
 */
export function unpackRows(
  d: usize,
  dStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  bytes: i32,
  toLight: i32,
  from: i32,
  to: i32,
): void {
  const top = f32x4.splat(bytes == 1 ? 255 : 65535);
  for (let y = from; y < to; y++) {
    let dp = d + y * dStride;
    let sp = s + y * sStride;
    for (const end = dp + (width << 4); dp < end; dp += 16, sp += 4 * bytes) {
      const v = f32x4.div(numbersAt(sp, bytes), top);
      const colour = toLight ? decode(v) : v;
      const a = alphaOf(v);
      put4(dp, withAlpha(f32x4.mul(colour, a), v));
    }
  }
}

/** From linear light to sRGB-encoded, below 0 as above it with the other sign: colours outside sRGB stay what they are. */
// @ts-ignore: decorator
@inline
function encodeSigned(v: v128): v128 {
  const sign = i32x4.splat(0x80000000);
  return v128.or(encode(v128.andnot(v, sign)), v128.and(v, sign));
}

/** From sRGB-encoded to linear light, below 0 as above it with the other sign. */
// @ts-ignore: decorator
@inline
function decodeSigned(v: v128): v128 {
  const sign = i32x4.splat(0x80000000);
  return v128.or(decode(v128.andnot(v, sign)), v128.and(v, sign));
}

/** A colour by a matrix of three columns. */
// @ts-ignore: decorator
@inline
function through(red: v128, green: v128, blue: v128, v: v128): v128 {
  const rest = f32x4.add(
    f32x4.mul(green, v128.shuffle<f32>(v, v, 1, 1, 1, 1)),
    f32x4.mul(blue, v128.shuffle<f32>(v, v, 2, 2, 2, 2)),
  );
  return f32x4.add(f32x4.mul(red, v128.shuffle<f32>(v, v, 0, 0, 0, 0)), rest);
}

/** One number of a picture, from 0 to 1 times the places of a table, read from the table. */
// @ts-ignore: decorator
@inline
function tabled(table: usize, place: f32): f32 {
  const i = <i32>place;
  const low = get(table + (i << 2));
  const share = place - <f32>i;
  return share > 0 ? low + (get(table + (i << 2) + 4) - low) * share : low;
}

/**
 * Reads rows of straight RGBA of 8 (`bytes` 1) or 16 bits (2) or floats (4) as premultiplied floats, in linear light if
 * `toLight`. `curves` are three tables, one behind another, from numbers to light, of `steps` + 1 values each; floats are
 * light already. `matrix` takes the light to that of sRGB's
 * primaries: its three columns, of four floats each.
 */
export function unpackProfileRows(
  d: usize,
  dStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  bytes: i32,
  curves: usize,
  steps: i32,
  matrix: usize,
  toLight: i32,
  from: i32,
  to: i32,
): void {
  const red = get4(matrix);
  const green = get4(matrix + 16);
  const blue = get4(matrix + 32);
  const size = (steps + 1) << 2;
  const scale: f32 = <f32>steps / (bytes == 1 ? 255 : 65535);
  for (let y = from; y < to; y++) {
    let dp = d + y * dStride;
    let sp = s + y * sStride;
    for (const end = dp + (width << 4); dp < end; dp += 16, sp += 4 * bytes) {
      let v: v128;
      if (bytes == 4) v = get4(sp);
      else {
        const place = f32x4.mul(numbersAt(sp, bytes), f32x4.splat(scale));
        v = f32x4(
          tabled(curves, f32x4.extract_lane(place, 0)),
          tabled(curves + size, f32x4.extract_lane(place, 1)),
          tabled(curves + 2 * size, f32x4.extract_lane(place, 2)),
          f32x4.extract_lane(place, 3) / <f32>steps,
        );
      }
      const light = through(red, green, blue, v);
      const colour = toLight ? light : encodeSigned(light);
      put4(dp, withAlpha(f32x4.mul(colour, alphaOf(v)), v));
    }
  }
}

/**
 * Rows of premultiplied RGBA, as displayed or as light (`isLight`), as light of other primaries, times a gain: straight, or
 * premultiplied again. `matrix` takes light of sRGB's primaries there: its three columns, of four floats each.
 */
export function otherLightRows(
  d: usize,
  dStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  isLight: i32,
  isStraight: i32,
  gain: f32,
  matrix: usize,
  from: i32,
  to: i32,
): void {
  const red = get4(matrix);
  const green = get4(matrix + 16);
  const blue = get4(matrix + 32);
  for (let y = from; y < to; y++) {
    let dp = d + y * dStride;
    let sp = s + y * sStride;
    for (const end = dp + (width << 4); dp < end; dp += 16, sp += 16) {
      const v = get4(sp);
      const alpha = f32x4.extract_lane(v, 3);
      if (!(alpha > 0)) {
        put4(dp, f32x4.splat(0));
        continue;
      }
      const a = f32x4.splat(alpha);
      const straight = alpha < 1 ? f32x4.div(v, a) : v;
      const own = isLight ? straight : decodeSigned(straight);
      const light = through(red, green, blue, own);
      const out = f32x4.mul(light, f32x4.splat(gain));
      put4(dp, withAlpha(isStraight ? out : f32x4.mul(out, a), v));
    }
  }
}
