/** Medians within discs: a histogram slides along each row (Huang, Yang & Tang, "A fast two-dimensional median filtering algorithm", 1979). */
import { get4, getInt, getWords, put4, putInt, putWords } from './access';
import { alphaOf } from './colour';
import { scratchRow } from './scratch';

/** Bins of a histogram, and how many of the 2^16 steps of a value fall into one, as a power of two. */
const BINS = 2048;
const WITHIN = 5;
/** A histogram: its median's bin, the weight below that, and for each bin the weight and the sum of how far values are into it. */
const HEAD: i32 = 8;
const HISTOGRAM: i32 = HEAD + BINS * 8;
/** Of red, green, blue and coverage, one after another; a multiple of 16 bytes. */
const ROOM: i32 = 4 * HISTOGRAM;
/** The greatest value that is distinguished; steps go by its square root, much as tones are seen. */
const MOST: f32 = 16;

/** Rows of pixels as four words each: steps of the straight red, green and blue, and of the coverage. */
export function medianStepRows(
  s: usize,
  sStride: i32,
  d: usize,
  dStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  const zero = f32x4.splat(0);
  const most = f32x4.splat(MOST);
  for (let y = from; y < to; y++) {
    const sp = s + y * sStride;
    const dp = d + y * dStride;
    for (let x = 0; x < width; x++) {
      const v = get4(sp + (x << 4));
      const a = alphaOf(v);
      const alpha = f32x4.extract_lane(a, 0);
      const straight = alpha > 0 ? f32x4.div(v, a) : zero;
      const root = f32x4.sqrt(f32x4.div(f32x4.pmin(most, f32x4.pmax(zero, straight)), most));
      const share = f32x4.replace_lane(root, 3, Mathf.min(1, alpha));
      const steps = f32x4.nearest(f32x4.mul(share, f32x4.splat(65535)));
      const words = i32x4.trunc_sat_f32x4_s(steps);
      putWords(dp + (x << 3), i64x2.extract_lane(i16x8.narrow_i32x4_u(words, words), 0));
    }
  }
}

/** Counts a value with a weight; a negative one takes it away. */
// @ts-ignore: decorator
@inline
function count(histogram: usize, value: i32, weight: i32): void {
  const bin = value >> WITHIN;
  const at = histogram + HEAD + (bin << 3);
  putInt(at, getInt(at) + weight);
  putInt(at + 4, getInt(at + 4) + weight * (value & ((1 << WITHIN) - 1)));
  if (bin < getInt(histogram)) putInt(histogram + 4, getInt(histogram + 4) + weight);
}

/** Counts the px at a place, or takes it away (`sign` −1); returns its weight. Colours weigh as much as they cover. */
// @ts-ignore: decorator
@inline
function countPx(room: usize, at: usize, sign: i32): i32 {
  const words = getWords(at);
  const cover = (words >> 48) as i32;
  count(room + 3 * HISTOGRAM, cover, sign);
  const weight = sign * ((cover + 128) >> 8);
  if (weight != 0) {
    count(room, (words & 0xffff) as i32, weight);
    count(room + HISTOGRAM, ((words >> 16) & 0xffff) as i32, weight);
    count(room + 2 * HISTOGRAM, ((words >> 32) & 0xffff) as i32, weight);
  }
  return weight;
}

/** The median of a histogram of a total weight above 0, 0–1: within its bin the mean of what lies there. */
// @ts-ignore: decorator
@inline
function median(histogram: usize, total: i32): f32 {
  let bin = getInt(histogram);
  let below = getInt(histogram + 4);
  const bins = histogram + HEAD;
  while (2 * below >= total) below -= getInt(bins + (--bin << 3));
  let own = getInt(bins + (bin << 3));
  while (2 * (below + own) < total) {
    below += own;
    own = getInt(bins + (++bin << 3));
  }
  putInt(histogram, bin);
  putInt(histogram + 4, below);
  const into = (getInt(bins + (bin << 3) + 4) as f32) / (own as f32);
  return (((bin << WITHIN) as f32) + into) / 65535;
}

/**
 * Rows of medians, premultiplied. The source is of `medianStepRows`, with `reach` px more on each side; `spans` holds how far each
 * row of the disc goes to either side of its middle, from the top one on.
 */
export function medianRows(
  s: usize,
  sStride: i32,
  d: usize,
  dStride: i32,
  width: i32,
  reach: i32,
  spans: usize,
  from: i32,
  to: i32,
): void {
  const room = scratchRow();
  const rows = 2 * reach + 1;
  let area = 0;
  for (let j = 0; j < rows; j++) area += 2 * getInt(spans + (j << 2)) + 1;
  for (let y = from; y < to; y++) {
    for (let i = 0; i < ROOM; i += 16) put4(room + i, f32x4.splat(0));
    const top = s + y * sStride + (reach << 3);
    let total = 0;
    // All that the disc about the px before the first has, but what leaves it with the first step.
    for (let j = 0; j < rows; j++) {
      const span = getInt(spans + (j << 2));
      const row = top + j * sStride;
      for (let i = -span; i < span; i++) total += countPx(room, row + (i << 3), 1);
    }
    for (let x = 0; x < width; x++) {
      const middle = top + (x << 3);
      for (let j = 0; j < rows; j++) {
        const span = getInt(spans + (j << 2));
        const row = middle + j * sStride;
        if (x > 0) total += countPx(room, row - ((span + 1) << 3), -1);
        total += countPx(room, row + (span << 3), 1);
      }
      const cover = median(room + 3 * HISTOGRAM, area);
      let made = f32x4.splat(0);
      if (total > 0 && cover > 0) {
        made = f32x4.replace_lane(made, 0, median(room, total));
        made = f32x4.replace_lane(made, 1, median(room + HISTOGRAM, total));
        made = f32x4.replace_lane(made, 2, median(room + 2 * HISTOGRAM, total));
        made = f32x4.mul(f32x4.mul(made, made), f32x4.splat(MOST * cover));
        made = f32x4.replace_lane(made, 3, cover);
      }
      put4(d + y * dStride + (x << 4), made);
    }
  }
}
