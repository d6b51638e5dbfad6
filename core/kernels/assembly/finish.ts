/** The end of every picture: from premultiplied floats to bytes, with what is too bright for a screen. */
import { get, get4, put, putBytes, putWords } from './access';
import { alphaOf, brightest, decode, encode, exp2, exposed, k, log2, withAlpha } from './colour';
import { scratchRow } from './scratch';

/** The side of the square after which the dither repeats, px. */
const TILE = 256;

/** What is as bright as the screen can show is not marked, whatever a sum of floats makes of it. */
const BEYOND: f32 = 1.0005;
/** What the screen shows as black: half of 1/255, and as much in linear light (IEC 61966-2-1). */
const BLACK: f32 = 0.5 / 255;
const BLACK_LIGHT: f32 = 0.5 / 255 / 12.92;

/** Entries of the table of `whiteness` for each doubling of the light, as a power of two. */
const BURN_STEPS = 8;

/** Four whole floats, 0 to 2^22, as integers: they stand in the last bits of a sum with 1.5 · 2^23. */
// @ts-ignore: decorator
@inline
function rounded(v: v128): v128 {
  return i32x4.sub(f32x4.add(v, k(24)), k(24));
}

/** From linear sRGB to the responses of the cones and back, row by row (Oklab; Ottosson, 2020). */
const CONES = memory.data<f32>([
  0.4122214708, 0.5363325363, 0.0514459929, 0.2119034982, 0.6806995451, 0.1073969566,
  0.0883024619, 0.2817188376, 0.6299787005, 4.0767416621, -3.3077115913, 0.2309699292,
  -1.2684380046, 2.6097574011, -0.3413193965, -0.0041960863, -0.7034186147, 1.7076147010,
]);

/** Row `row` of `CONES` times the vectors (r, g, b) of four pixels. */
// @ts-ignore: decorator
@inline
function cones(row: usize, r: v128, g: v128, b: v128): v128 {
  const m = CONES + row * 12;
  return f32x4.add(
    f32x4.mul(r, v128.load32_splat(m)),
    f32x4.add(f32x4.mul(g, v128.load32_splat(m, 4)), f32x4.mul(b, v128.load32_splat(m, 8))),
  );
}

// @ts-ignore: decorator
@inline
function greatest(r: v128, g: v128, b: v128): v128 {
  return f32x4.pmax(r, f32x4.pmax(g, b));
}

/** Highlight roll-off: k + (1 − k)·t·(1 + t·arrival)/(1 + t) above the knee k, slope 1 where it begins. */
// @ts-ignore: decorator
@inline
function rolled(v: v128, knee: f32, arrival: f32): v128 {
  const start = f32x4.splat(knee);
  const above = f32x4.gt(v, start);
  if (!v128.any_true(above)) return v;
  const room = f32x4.splat(1 - knee);
  const one = f32x4.splat(1);
  const t = f32x4.div(f32x4.sub(v, start), room);
  const bent = f32x4.div(
    f32x4.mul(t, f32x4.add(one, f32x4.mul(t, f32x4.splat(arrival)))),
    f32x4.add(one, t),
  );
  return v128.bitselect(f32x4.add(start, f32x4.mul(room, bent)), v, above);
}

/** How far four lights, from 1 on, are on the way to white by the table (kernels/burn.ts). */
// @ts-ignore: decorator
@inline
function whiteness(top: v128, table: usize, last: i32): v128 {
  // The bits of a float count its doublings: those after them are the way between two entries.
  const bits = i32x4.sub(top, i32x4.splat(0x3f800000));
  const entry = i32x4.min_s(i32x4.shr_s(bits, 23 - BURN_STEPS), i32x4.splat(last - 1));
  const rest = v128.and(bits, i32x4.splat((1 << (23 - BURN_STEPS)) - 1));
  const f = f32x4.mul(f32x4.convert_i32x4_s(rest), f32x4.splat(1.0 / 32768.0));
  const i = table + ((i32x4.extract_lane(entry, 0) as usize) << 2);
  const j = table + ((i32x4.extract_lane(entry, 1) as usize) << 2);
  const m = table + ((i32x4.extract_lane(entry, 2) as usize) << 2);
  const n = table + ((i32x4.extract_lane(entry, 3) as usize) << 2);
  const a = f32x4(get(i), get(j), get(m), get(n));
  const b = f32x4(get(i + 4), get(j + 4), get(m + 4), get(n + 4));
  const on = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), f));
  const beyond = f32x4.ge(top, f32x4.splat((1 << (last >> BURN_STEPS)) as f32));
  return v128.bitselect(f32x4.splat(1), on, beyond);
}

/** The cube root of a response of cones, and so far `t` from there to white, cubed. */
// @ts-ignore: decorator
@inline
function whitened(response: v128, t: v128): v128 {
  const root = exp2(f32x4.mul(log2(f32x4.pmax(k(18), response)), f32x4.splat(1.0 / 3.0)));
  const on = f32x4.add(root, f32x4.mul(f32x4.sub(f32x4.splat(1), root), t));
  return f32x4.mul(on, f32x4.mul(on, on));
}

/** Colour (displayed, straight) over alpha as the bytes of a pixel: dithered if of 8 bits (`bytes` 1). */
// @ts-ignore: decorator
@inline
function write(dp: usize, straight: v128, a: v128, bytes: i32, noise: usize): void {
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const half = f32x4.splat(0.5);
  const top = f32x4.splat(bytes == 1 ? 255 : 65535);
  const v = f32x4.mul(f32x4.pmin(one, f32x4.pmax(zero, withAlpha(straight, a))), top);
  const near = f32x4.floor(f32x4.add(v, half));
  if (bytes == 1) {
    const noisy = f32x4.floor(f32x4.add(f32x4.add(v, get4(noise)), half));
    // What the steps hold exactly is left alone, and so is what is full.
    const exact = v128.or(
      f32x4.lt(f32x4.abs(f32x4.sub(v, near)), f32x4.splat(2e-3)),
      f32x4.ge(v, top),
    );
    const whole = rounded(v128.bitselect(near, noisy, exact));
    const words = i16x8.narrow_i32x4_s(whole, whole);
    putBytes(dp, i32x4.extract_lane(i8x16.narrow_i16x8_u(words, words), 0));
  } else {
    const whole = rounded(near);
    putWords(dp, i64x2.extract_lane(i16x8.narrow_i32x4_u(whole, whole), 0));
  }
}

/**
 * Straight colour under exposure (`gain`, of linear light), highlight roll-off (`knee`; 1 or more is none; `arrival` is 1/t² of
 * where it arrives at white, 0 for never) and, unless `burn` is 0, burnt to white by its table of `burnLast` entries; unless
 * `marks` is 0, stripes mark what was beyond the screen before that, and others what is black; encoded, clamped and written as RGBA of 8 (dithered by
 * `noise`) or 16 bits.
 */
export function finishRows(
  s: usize,
  sStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  d: usize,
  dStride: i32,
  bytes: i32,
  isLight: i32,
  gain: f32,
  knee: f32,
  arrival: f32,
  burn: usize,
  burnLast: i32,
  marks: i32,
  noise: usize,
  from: i32,
  to: i32,
): void {
  const one = f32x4.splat(1);
  const root = Mathf.pow(gain, 1.0 / 2.4);
  const list = scratchRow();
  for (let y = from; y < to; y++) {
    const sp = s + y * sStride;
    const dp = d + y * dStride;
    const row = noise + (((y0 + y) & (TILE - 1)) * TILE << 4);
    let listed = 0;
    for (let x = 0; x < width; x++) {
      const premultiplied = get4(sp + (x << 4));
      const to = dp + 4 * bytes * x;
      const a = f32x4.pmin(one, alphaOf(premultiplied));
      const alpha = f32x4.extract_lane(a, 0);
      if (!(alpha > 0)) {
        if (bytes == 1) putBytes(to, 0);
        else putWords(to, 0);
        continue;
      }
      let v = alpha < 1 ? f32x4.div(premultiplied, a) : premultiplied;
      if (gain != 1) v = isLight ? f32x4.mul(v, f32x4.splat(gain)) : exposed(v, gain, root);
      if (marks != 0 && brightest(v) > BEYOND)
        v = ((x0 + x + y0 + y) & 4) == 0 ? f32x4(1, 0.1, 0.65, 1) : f32x4(0, 0, 0, 1);
      else if (marks != 0 && brightest(v) < (isLight ? BLACK_LIGHT : BLACK))
        v = ((x0 + x - y0 - y) & 4) == 0 ? f32x4(0.1, 0.4, 1, 1) : f32x4(0, 0, 0, 1);
      else {
        if (burn) {
          // Pixels that burn are only listed here, without a branch, and done four at a time below.
          put(list + (listed << 2), reinterpret<f32>(x));
          listed += v128.any_true(f32x4.gt(withAlpha(v, one), one)) ? 1 : 0;
        }
        if (isLight) v = encode(v);
        if (knee < 1) v = rolled(v, knee, arrival);
      }
      write(to, v, a, bytes, row + (((x0 + x) & (TILE - 1)) << 4));
    }
    for (let n = 0; n < listed; n += 4)
      burnFour(list, n, listed, sp, dp, x0, bytes, isLight, gain, root, knee, arrival, burn, burnLast, row);
  }
}

/**
 * Pixels `n` to `n + 3` of the list of those brighter than a screen can show: the brightest channel full, the hue as it was, and so
 * far on the way to white as the table says for how bright it is. Both ways of the mix run between cube roots of the responses of
 * cones, where hue stays. A bright pixel that covers less than all covers as much as it would be seen over black, so that a faint
 * halo of a bright lamp has the colour of the lamp, and is not white and thin.
 */
function burnFour(
  list: usize,
  n: i32,
  listed: i32,
  sp: usize,
  dp: usize,
  x0: i32,
  bytes: i32,
  isLight: i32,
  gain: f32,
  root: f32,
  knee: f32,
  arrival: f32,
  burn: usize,
  burnLast: i32,
  row: usize,
): void {
  const one = f32x4.splat(1);
  const last = listed - 1;
  const xa = at(list, n);
  const xb = at(list, min(n + 1, last));
  const xc = at(list, min(n + 2, last));
  const xd = at(list, min(n + 3, last));
  const pa = get4(sp + (xa << 4));
  const pb = get4(sp + (xb << 4));
  const pc = get4(sp + (xc << 4));
  const pd = get4(sp + (xd << 4));
  // Four pixels by channels.
  const rgLow = v128.shuffle<f32>(pa, pb, 0, 4, 1, 5);
  const rgHigh = v128.shuffle<f32>(pc, pd, 0, 4, 1, 5);
  const baLow = v128.shuffle<f32>(pa, pb, 2, 6, 3, 7);
  const baHigh = v128.shuffle<f32>(pc, pd, 2, 6, 3, 7);
  const alpha = f32x4.pmin(one, v128.shuffle<f32>(baLow, baHigh, 2, 3, 6, 7));
  let r = f32x4.div(v128.shuffle<f32>(rgLow, rgHigh, 0, 1, 4, 5), alpha);
  let g = f32x4.div(v128.shuffle<f32>(rgLow, rgHigh, 2, 3, 6, 7), alpha);
  let b = f32x4.div(v128.shuffle<f32>(baLow, baHigh, 0, 1, 4, 5), alpha);
  if (gain != 1) {
    if (isLight) {
      const times = f32x4.splat(gain);
      r = f32x4.mul(r, times);
      g = f32x4.mul(g, times);
      b = f32x4.mul(b, times);
    } else {
      r = exposed(r, gain, root);
      g = exposed(g, gain, root);
      b = exposed(b, gain, root);
    }
  }
  const share = f32x4.pmin(one, f32x4.mul(alpha, greatest(r, g, b)));
  const thinner = f32x4.div(alpha, share);
  r = f32x4.mul(r, thinner);
  g = f32x4.mul(g, thinner);
  b = f32x4.mul(b, thinner);
  // Without a roll-off before it, the burn of light needs no way there and back.
  if (!isLight || knee < 1) {
    if (isLight) {
      r = encode(r);
      g = encode(g);
      b = encode(b);
    }
    if (knee < 1) {
      r = rolled(r, knee, arrival);
      g = rolled(g, knee, arrival);
      b = rolled(b, knee, arrival);
    }
    r = decode(r);
    g = decode(g);
    b = decode(b);
  }
  const top = f32x4.pmax(one, greatest(r, g, b));
  const t = whiteness(top, burn, burnLast);
  // What the roll-off has brought under 1 is left as it is.
  const l = whitened(f32x4.div(cones(0, r, g, b), top), t);
  const m = whitened(f32x4.div(cones(1, r, g, b), top), t);
  const s = whitened(f32x4.div(cones(2, r, g, b), top), t);
  const wr = cones(3, l, m, s);
  const wg = cones(4, l, m, s);
  const wb = cones(5, l, m, s);
  const full = f32x4.div(one, greatest(wr, wg, wb));
  const burns = f32x4.gt(greatest(r, g, b), one);
  r = encode(v128.bitselect(f32x4.mul(wr, full), r, burns));
  g = encode(v128.bitselect(f32x4.mul(wg, full), g, burns));
  b = encode(v128.bitselect(f32x4.mul(wb, full), b, burns));
  const rgEven = v128.shuffle<f32>(r, g, 0, 4, 1, 5);
  const rgOdd = v128.shuffle<f32>(r, g, 2, 6, 3, 7);
  const bShareEven = v128.shuffle<f32>(b, share, 0, 4, 1, 5);
  const bShareOdd = v128.shuffle<f32>(b, share, 2, 6, 3, 7);
  const side = bytes << 2;
  put1(dp + side * xa, v128.shuffle<f32>(rgEven, bShareEven, 0, 1, 4, 5), bytes, row, x0 + xa);
  put1(dp + side * xb, v128.shuffle<f32>(rgEven, bShareEven, 2, 3, 6, 7), bytes, row, x0 + xb);
  put1(dp + side * xc, v128.shuffle<f32>(rgOdd, bShareOdd, 0, 1, 4, 5), bytes, row, x0 + xc);
  put1(dp + side * xd, v128.shuffle<f32>(rgOdd, bShareOdd, 2, 3, 6, 7), bytes, row, x0 + xd);
}

/** Entry `i` of a list of places in a row. */
// @ts-ignore: decorator
@inline
function at(list: usize, i: i32): i32 {
  return reinterpret<i32>(get(list + (i << 2)));
}

/** A finished straight colour with its alpha, at `x` of the scene. */
// @ts-ignore: decorator
@inline
function put1(dp: usize, v: v128, bytes: i32, row: usize, x: i32): void {
  write(dp, v, alphaOf(v), bytes, row + ((x & (TILE - 1)) << 4));
}
