/**
 * Colours to either side of an outline, as a Gaussian about every cell of px, and where they move the outline. Strides
 * are in bytes. Moments, of order 0 to 2, are three buffers of cells, four floats each: red, green, blue and weight; rr, rg, rb and gg; gb, bb.
 */
import { get, getByte, put } from './access';

/** A cell is so many px across. */
const CELL: i32 = 4;
/** Of the px, every so many-th of every so many-th line is a sample. */
const EVERY: i32 = 2;
/** So near to the outline px are not certain, px: they may be of both sides. */
const MIXED: f64 = 1.5;
/** What a px that is not certain counts all the same, so that thin parts have colours too. */
const LITTLE: f64 = 0.02;
/** Less than this of a side, within a window, is too little to model it. */
const TOO_LITTLE: f64 = 1e-4;
/** The least variance of a colour, 0–1: that of rounding to 8 bits, and of noise. */
const EVEN: f64 = 1e-4;
/** Where a colour is farther from a side than this it is as unlikely as can be: a squared distance in deviations. */
const MOST: f64 = 60;
/** How much the odds by colour count, of those by the outline, which are one for each px from it. */
const BY_COLOUR: f64 = 0.35;
/** Where so large a share of what is certain is classified wrongly, colours are ignored. */
const USELESS: f64 = 0.5;
/** Labels above this are guesses. */
const CERTAIN: u32 = 1;
/**
 * A Gaussian, bytes: eleven floats, which are the mean of red, green and blue; the inverse of their covariance, rr, rg,
 * rb, gg, gb and bb; its logarithmic determinant; and whether enough is known of it, 1 or 0.
 */
const GAUSSIAN: i32 = 44;

/** Rows of 1 where a px is on the other side of a half than one beside it, else 0. */
export function outlineRows(
  o: usize,
  s: usize,
  stride: i32,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    const row = s + y * stride;
    for (let x = 0; x < width; x++) {
      const p = row + (x << 2);
      const own = get(p) >= 0.5;
      const differs =
        (x > 0 && get(p - 4) >= 0.5 != own) ||
        (x + 1 < width && get(p + 4) >= 0.5 != own) ||
        (y > 0 && get(p - stride) >= 0.5 != own) ||
        (y + 1 < height && get(p + stride) >= 0.5 != own);
      put(o + y * stride + (x << 2), differs ? 1 : 0);
    }
  }
}

/** Rows of how far px are from the outline, in place of their distances: above 0 where `s` is half or more. */
export function depthRows(
  away: usize,
  s: usize,
  stride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++)
    for (let x = 0; x < width; x++) {
      const p: usize = y * stride + (x << 2);
      const d: f32 = get(away + p) + 0.5;
      put(away + p, get(s + p) >= 0.5 ? d : -d);
    }
}

/** How much a sample so far from the outline counts; nothing beyond `far` px. */
// @ts-ignore: decorator
@inline
function weightAt(d: f64, far: f64): f64 {
  const away = Math.abs(d);
  return away > far ? 0 : LITTLE + Math.min(1, Math.max(0, away + 1.5 - MIXED));
}

// @ts-ignore: decorator
@inline
function grow(at: usize, by: f64): void {
  put(at, ((get(at) as f64) + by) as f32);
}

/**
 * Rows of cells: adds each sample that is no farther than `far` px from the outline to the moments of the side it lies on.
 * `outside` and `inside` are their three buffers one after another, each `bytes` long.
 */
export function momentRows(
  colours: usize,
  depth: usize,
  width: i32,
  height: i32,
  far: f64,
  outside: usize,
  inside: usize,
  bytes: i32,
  stride: i32,
  from: i32,
  to: i32,
): void {
  for (let row = from; row < to; row++) {
    const end = min(height, (row + 1) * CELL);
    for (let y = row * CELL; y < end; y += EVERY)
      for (let x = 0; x < width; x += EVERY) {
        const i: usize = y * width + x;
        const d = get(depth + (i << 2)) as f64;
        const w = weightAt(d, far);
        if (w == 0) continue;
        const c = colours + (i << 4);
        const r = get(c) as f64;
        const g = get(c + 4) as f64;
        const b = get(c + 8) as f64;
        const k = (d > 0 ? inside : outside) + row * stride + ((x / CELL) << 4);
        grow(k, w * r);
        grow(k + 4, w * g);
        grow(k + 8, w * b);
        grow(k + 12, w);
        grow(k + bytes, w * r * r);
        grow(k + bytes + 4, w * r * g);
        grow(k + bytes + 8, w * r * b);
        grow(k + bytes + 12, w * g * g);
        grow(k + 2 * bytes, w * g * b);
        grow(k + 2 * bytes + 4, w * b * b);
      }
  }
}

/** Rows of the Gaussians that moments come to. */
export function gaussianRows(
  o: usize,
  means: usize,
  squares: usize,
  rest: usize,
  stride: i32,
  columns: i32,
  from: i32,
  to: i32,
): void {
  for (let row = from; row < to; row++) {
    let d: usize = o + row * columns * GAUSSIAN;
    let k: usize = row * stride;
    for (let x = 0; x < columns; x++, d += GAUSSIAN, k += 16) {
      const w = get(means + k + 12) as f64;
      if (w < TOO_LITTLE) {
        put(d + 40, 0);
        continue;
      }
      const r = (get(means + k) as f64) / w;
      const g = (get(means + k + 4) as f64) / w;
      const b = (get(means + k + 8) as f64) / w;
      const rr = (get(squares + k) as f64) / w - r * r + EVEN;
      const rg = (get(squares + k + 4) as f64) / w - r * g;
      const rb = (get(squares + k + 8) as f64) / w - r * b;
      const gg = (get(squares + k + 12) as f64) / w - g * g + EVEN;
      const gb = (get(rest + k) as f64) / w - g * b;
      const bb = (get(rest + k + 4) as f64) / w - b * b + EVEN;
      // The inverse of the symmetrical matrix of variances, by its cofactors.
      const A = gg * bb - gb * gb;
      const B = rb * gb - rg * bb;
      const C = rg * gb - rb * gg;
      const whole = Math.max(1e-15, rr * A + rg * B + rb * C);
      put(d, r as f32);
      put(d + 4, g as f32);
      put(d + 8, b as f32);
      put(d + 12, (A / whole) as f32);
      put(d + 16, (B / whole) as f32);
      put(d + 20, (C / whole) as f32);
      put(d + 24, ((rr * bb - rb * rb) / whole) as f32);
      put(d + 28, ((rg * rb - rr * gb) / whole) as f32);
      put(d + 32, ((rr * gg - rg * rg) / whole) as f32);
      put(d + 36, Math.log(whole) as f32);
      put(d + 40, 1);
    }
  }
}

/** Twice how unlikely a colour is under a Gaussian, but for what is the same for all, as a logarithm. */
// @ts-ignore: decorator
@inline
function unlikelihood(g: usize, c: usize): f64 {
  const x = (get(c) as f64) - get(g);
  const y = (get(c + 4) as f64) - get(g + 4);
  const z = (get(c + 8) as f64) - get(g + 8);
  const away =
    ((get(g + 12) as f64) * x + (get(g + 16) as f64) * y + (get(g + 20) as f64) * z) * x +
    ((get(g + 16) as f64) * x + (get(g + 24) as f64) * y + (get(g + 28) as f64) * z) * y +
    ((get(g + 20) as f64) * x + (get(g + 28) as f64) * y + (get(g + 32) as f64) * z) * z;
  return Math.min(MOST, Math.max(0, away)) + (get(g + 36) as f64);
}

/** The odds, as a logarithm, that a colour is the subject; 0 where too little is known. */
// @ts-ignore: decorator
@inline
function odds(background: usize, subject: usize, c: usize): f64 {
  if (get(background + 40) == 0 || get(subject + 40) == 0) return 0;
  return (unlikelihood(background, c) - unlikelihood(subject, c)) / 2;
}

/**
 * Rows of cells: the classification error of the samples inside, and how much they count (two floats), and the same
 * outside. The cells begin at 0.
 */
export function errorRows(
  o: usize,
  stride: i32,
  colours: usize,
  depth: usize,
  width: i32,
  height: i32,
  far: f64,
  background: usize,
  subject: usize,
  columns: i32,
  from: i32,
  to: i32,
): void {
  for (let row = from; row < to; row++) {
    const end = min(height, (row + 1) * CELL);
    for (let y = row * CELL; y < end; y += EVERY)
      for (let x = 0; x < width; x += EVERY) {
        const i: usize = y * width + x;
        const d = get(depth + (i << 2)) as f64;
        const w = weightAt(d, far);
        if (w == 0) continue;
        const cell = x / CELL;
        const g = (row * columns + cell) * GAUSSIAN;
        const own = odds(background + g, subject + g, colours + (i << 4));
        const at = o + row * stride + (cell << 4) + (d > 0 ? 0 : 8);
        grow(at, w / (1 + Math.exp(d > 0 ? own : -own)));
        grow(at + 4, w);
      }
  }
}

/**
 * Rows of what is the subject, 0–1: as a label says that is certain; within `band` px of the outline by colour and
 * place; else by the side. `errors` is what `errorRows` gave, about every cell.
 */
export function movedRows(
  o: usize,
  labels: usize,
  colours: usize,
  depth: usize,
  width: i32,
  band: f64,
  errors: usize,
  stride: i32,
  background: usize,
  subject: usize,
  columns: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++)
    for (let x = 0; x < width; x++) {
      const i: usize = y * width + x;
      const label = getByte(labels + i);
      const d = get(depth + (i << 2)) as f64;
      let value: f32 = d > 0 ? 1 : 0;
      if (label <= CERTAIN) value = label as f32;
      else if (Math.abs(d) <= band) {
        const row = y / CELL;
        const cell = x / CELL;
        const g = (row * columns + cell) * GAUSSIAN;
        const k = errors + row * stride + (cell << 4);
        const missed = Math.max(
          (get(k) as f64) / Math.max(get(k + 4) as f64, TOO_LITTLE),
          (get(k + 8) as f64) / Math.max(get(k + 12) as f64, TOO_LITTLE),
        );
        const trust = BY_COLOUR * Math.max(0, 1 - missed / USELESS);
        const own = odds(background + g, subject + g, colours + (i << 4));
        value = (1 / (1 + Math.exp(-trust * own - d))) as f32;
      }
      put(o + (i << 2), value);
    }
}
