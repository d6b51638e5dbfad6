/** Value noise: a hash for each place of whole numbers, mixed between them. */
import { get4, put4 } from './access';
import {
  allWrapped,
  columnsOf,
  DOWN,
  hashAt,
  hashesOf,
  mixedBits,
  RIGHT,
  rowsOf,
  seededRows,
  wrapped,
} from './hash';

// @ts-ignore: decorator
@inline
function quintic(t: f32): f32 {
  return t * t * t * (t * (t * 6 - 15) + 10);
}

/** Noise at a place, 0–1, one new value a unit (value noise with the fifth-degree step 6t⁵ − 15t⁴ + 10t³). */
export function noiseAt(x: f32, y: f32, seed: i32): f32 {
  slopesAt(x, y, seed);
  return noiseHere;
}

/** Noise at a place and how it rises to the right and down, as `slopesAt` leaves them. */
export let noiseHere: f32 = 0;
export let slopeX: f32 = 0;
export let slopeY: f32 = 0;

/** The noise at a place and its slopes, into the three above. */
export function slopesAt(x: f32, y: f32, seed: i32): void {
  const fx = Mathf.floor(x);
  const fy = Mathf.floor(y);
  const i = fx as i32;
  const j = fy as i32;
  const t = x - fx;
  const s = y - fy;
  const u = quintic(t);
  const v = quintic(s);
  const du: f32 = t * t * 30 * (t * (t - 2) + 1);
  const dv: f32 = s * s * 30 * (s * (s - 2) + 1);
  const a = hashAt(i, j, seed);
  const b = hashAt(i + 1, j, seed);
  const c = hashAt(i, j + 1, seed);
  const d = hashAt(i + 1, j + 1, seed);
  slopeX = du * (b - a + (a - b - c + d) * v);
  slopeY = dv * (c - a + (a - b - c + d) * u);
  const top = a + (b - a) * u;
  noiseHere = top + (c + (d - c) * u - top) * v;
}

// @ts-ignore: decorator
@inline
export function mix(a: v128, b: v128, t: v128): v128 {
  return f32x4.add(a, f32x4.mul(f32x4.sub(b, a), t));
}

/** The fifth-degree step 6t⁵ − 15t⁴ + 10t³. */
// @ts-ignore: decorator
@inline
export function quintics(t: v128): v128 {
  const inner = f32x4.sub(f32x4.mul(t, f32x4.splat(6)), f32x4.splat(15));
  const outer = f32x4.add(f32x4.mul(t, inner), f32x4.splat(10));
  return f32x4.mul(f32x4.mul(f32x4.mul(t, t), t), outer);
}

/** As `noiseAt`, at four places; it repeats after whole periods. */
// @ts-ignore: decorator
@inline
export function noises(x: v128, y: v128, seed: i32, px: f32, py: f32): v128 {
  const fx = f32x4.floor(x);
  const fy = f32x4.floor(y);
  const u = quintics(f32x4.sub(x, fx));
  const v = quintics(f32x4.sub(y, fy));
  let x0: v128;
  let x1: v128;
  let y0: v128;
  let y1: v128;
  if (px == 0 && py == 0) {
    x0 = columnsOf(fx);
    x1 = i32x4.add(x0, i32x4.splat(RIGHT));
    const row = rowsOf(fy);
    y0 = seededRows(row, seed);
    y1 = seededRows(i32x4.add(row, i32x4.splat(DOWN)), seed);
  } else {
    const one = f32x4.splat(1);
    x0 = columnsOf(allWrapped(fx, px));
    x1 = columnsOf(allWrapped(f32x4.add(fx, one), px));
    y0 = seededRows(rowsOf(allWrapped(fy, py)), seed);
    y1 = seededRows(rowsOf(allWrapped(f32x4.add(fy, one), py)), seed);
  }
  const top = mix(hashesOf(v128.xor(x0, y0)), hashesOf(v128.xor(x1, y0)), u);
  const bottom = mix(hashesOf(v128.xor(x0, y1)), hashesOf(v128.xor(x1, y1)), u);
  return mix(top, bottom, v);
}

/** The noises of three channels at four places, as `threeNoises` leaves them: −0.5 to 0.5. */
export let noiseOne: v128 = f32x4.splat(0);
export let noiseTwo: v128 = f32x4.splat(0);
export let noiseThree: v128 = f32x4.splat(0);

/** Ten of the bits of four hashes, 0 to 1023, mixed between the corners of a unit, −0.5 to 0.5. */
// @ts-ignore: decorator
@inline
function tenBits(a: v128, b: v128, c: v128, d: v128, u: v128, v: v128, from: i32): v128 {
  const ten = i32x4.splat(1023);
  const p = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(a, from), ten));
  const q = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(b, from), ten));
  const r = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(c, from), ten));
  const s = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(d, from), ten));
  const value = mix(mix(p, q, u), mix(r, s, u), v);
  return f32x4.sub(f32x4.mul(value, f32x4.splat(1.0 / 1023.0)), f32x4.splat(0.5));
}

/** Three noises that have nothing in common, of one hash a corner. */
export function threeNoises(x: v128, y: v128, seed: i32): void {
  const fx = f32x4.floor(x);
  const fy = f32x4.floor(y);
  const u = quintics(f32x4.sub(x, fx));
  const v = quintics(f32x4.sub(y, fy));
  const x0 = columnsOf(fx);
  const x1 = i32x4.add(x0, i32x4.splat(RIGHT));
  const row = rowsOf(fy);
  const y0 = seededRows(row, seed);
  const y1 = seededRows(i32x4.add(row, i32x4.splat(DOWN)), seed);
  const a = mixedBits(v128.xor(x0, y0));
  const b = mixedBits(v128.xor(x1, y0));
  const c = mixedBits(v128.xor(x0, y1));
  const d = mixedBits(v128.xor(x1, y1));
  noiseOne = tenBits(a, b, c, d, u, v, 2);
  noiseTwo = tenBits(a, b, c, d, u, v, 12);
  noiseThree = tenBits(a, b, c, d, u, v, 22);
}

/** Whether all four lanes are so. */
// @ts-ignore: decorator
@inline
function areAll(mask: v128): bool {
  return i32x4.bitmask(mask) == 15;
}

/** Noise at four places and how it rises to the right and down, as `allSlopes` leaves them. */
export let noisesHere: v128 = f32x4.splat(0);
export let slopesX: v128 = f32x4.splat(0);
export let slopesY: v128 = f32x4.splat(0);

/** 30t²·(t² − 2t + 1): how steep the fifth-degree step is. */
// @ts-ignore: decorator
@inline
function steepness(t: v128): v128 {
  const inner = f32x4.add(f32x4.mul(t, f32x4.sub(t, f32x4.splat(2))), f32x4.splat(1));
  return f32x4.mul(f32x4.mul(f32x4.mul(t, t), f32x4.splat(30)), inner);
}

/** Bytes that `allSlopes` remembers the corners of a unit in. */
export const CORNERS: usize = 96;

/**
 * The noise at four places and its slopes, into the three above. The corners of the unit that all four lay in last stand at
 * `known` (0 there before the first): px beside each other mostly lie in one.
 */
export function allSlopes(x: v128, y: v128, seed: i32, known: usize): void {
  const fx = f32x4.floor(x);
  const fy = f32x4.floor(y);
  const t = f32x4.sub(x, fx);
  const s = f32x4.sub(y, fy);
  const u = quintics(t);
  const v = quintics(s);
  let a: v128;
  let b: v128;
  let c: v128;
  let d: v128;
  if (areAll(v128.and(f32x4.eq(fx, get4(known)), f32x4.eq(fy, get4(known + 16))))) {
    a = get4(known + 32);
    b = get4(known + 48);
    c = get4(known + 64);
    d = get4(known + 80);
  } else {
    const x0 = columnsOf(fx);
    const x1 = i32x4.add(x0, i32x4.splat(RIGHT));
    const row = rowsOf(fy);
    const y0 = seededRows(row, seed);
    const y1 = seededRows(i32x4.add(row, i32x4.splat(DOWN)), seed);
    a = hashesOf(v128.xor(x0, y0));
    b = hashesOf(v128.xor(x1, y0));
    c = hashesOf(v128.xor(x0, y1));
    d = hashesOf(v128.xor(x1, y1));
    put4(known, fx);
    put4(known + 16, fy);
    put4(known + 32, a);
    put4(known + 48, b);
    put4(known + 64, c);
    put4(known + 80, d);
  }
  const twist = f32x4.add(f32x4.sub(f32x4.sub(a, b), c), d);
  slopesX = f32x4.mul(steepness(t), f32x4.add(f32x4.sub(b, a), f32x4.mul(twist, v)));
  slopesY = f32x4.mul(steepness(s), f32x4.add(f32x4.sub(c, a), f32x4.mul(twist, u)));
  noisesHere = mix(mix(a, b, u), mix(c, d, u), v);
}

/**
 * Noise of several sizes, 0–1, each half as large as the one before and `rough` times as strong; `folded`, each is folded about
 * its middle, which makes creases (turbulence; Perlin, "An image synthesizer", 1985). Those finer than two px (`px` is the size
 * of one) are left out: nobody could see them. Px in one unit of a size share the hashes at its corners, which are made once.
 */
export function fractalNoise(
  r: usize,
  s: usize,
  o: usize,
  end: usize,
  seed: i32,
  px: f32,
  count: i32,
  rough: f32,
  folded: bool,
  periodX: f32,
  periodY: f32,
): void {
  const half = f32x4.splat(0.5);
  const one = f32x4.splat(1);
  const zero = f32x4.splat(0);
  let whole: f32 = 0;
  let k: f32 = 1;
  let size: f32 = 1;
  for (let i: usize = 0; i < end; i += 16) put4(o + i, zero);
  for (let n = 0; n < count; n++) {
    // Fades out between four px a wave and two.
    const seen = max<f32>(0, min<f32>(1, 2 - (2 * px) / size));
    const strong = f32x4.splat(k);
    if (seen > 0) {
      const finer = f32x4.splat(1 / size);
      const pX = periodX / size;
      const pY = periodY / size;
      const shown = f32x4.splat(seen);
      let inX = zero;
      let inY = zero;
      let a = zero;
      let b = zero;
      let c = zero;
      let d = zero;
      let known = false;
      for (let i: usize = 0; i < end; i += 16) {
        const x = f32x4.mul(get4(r + i), finer);
        const y = f32x4.mul(get4(s + i), finer);
        const fx = f32x4.floor(x);
        const fy = f32x4.floor(y);
        let value: v128;
        if (!known || !areAll(v128.and(f32x4.eq(fx, inX), f32x4.eq(fy, inY)))) {
          const x0 = f32x4.extract_lane(fx, 0);
          const y0 = f32x4.extract_lane(fy, 0);
          inX = f32x4.splat(x0);
          inY = f32x4.splat(y0);
          known = areAll(v128.and(f32x4.eq(fx, inX), f32x4.eq(fy, inY)));
          if (known) {
            const left = wrapped(x0, pX);
            const right = wrapped(x0 + 1, pX);
            const above = wrapped(y0, pY);
            const under = wrapped(y0 + 1, pY);
            a = f32x4.splat(hashAt(left as i32, above as i32, seed + n));
            b = f32x4.splat(hashAt(right as i32, above as i32, seed + n));
            c = f32x4.splat(hashAt(left as i32, under as i32, seed + n));
            d = f32x4.splat(hashAt(right as i32, under as i32, seed + n));
          }
        }
        if (known) {
          const u = quintics(f32x4.sub(x, fx));
          const v = quintics(f32x4.sub(y, fy));
          value = mix(mix(a, b, u), mix(c, d, u), v);
        } else value = noises(x, y, seed + n, pX, pY);
        if (folded) value = f32x4.abs(f32x4.sub(f32x4.mul(value, f32x4.splat(2)), one));
        const faded = f32x4.add(half, f32x4.mul(f32x4.sub(value, half), shown));
        put4(o + i, f32x4.add(get4(o + i), f32x4.mul(strong, faded)));
      }
    } else {
      const mean = f32x4.splat(k * 0.5);
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.add(get4(o + i), mean));
    }
    whole += k;
    k *= rough;
    size *= 0.5;
  }
  const all = f32x4.splat(whole);
  for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.div(get4(o + i), all));
}
