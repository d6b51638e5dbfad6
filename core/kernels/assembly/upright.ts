/** Pictures drawn upright: what is only scaled and moved is made of columns first and of rows then, with weights that each shares. */
import { get, get4, put, put4 } from './access';
import { scratchRow } from './scratch';
import { bounded, cubicWeights, weighedFrom } from './spline';

/** Bytes of scratch that each px of a row takes for where its four px of the source begin, and what each weighs. */
const TAPS: i32 = 16;
const PLACE: i32 = 4;

/** Where a place in a px, 0–1 from its edge, lies among the middles of the px of the source, of an axis with a scale and a move. */
// @ts-ignore: decorator
@inline
function placeOf(scale: f64, move: f64, px: i32, at: f64): f64 {
  return scale * ((px as f64) + at) + move - 0.5;
}

/** How many samples a px is the mean of, of an axis. */
// @ts-ignore: decorator
@inline
function samplesOf(scale: f64): i32 {
  return max(1, Math.ceil(Math.abs(scale) - 1e-6) as i32);
}

/** The first of the px of the source that a px is made of, of an axis. */
// @ts-ignore: decorator
@inline
function firstOf(scale: f64, move: f64, px: i32, isSpline: bool): i32 {
  if (isSpline) return (Math.floor(placeOf(scale, move, px, 0.5)) as i32) - 1;
  const first: f64 = 0.5 / (samplesOf(scale) as f64);
  return Math.floor(
    Math.min(placeOf(scale, move, px, first), placeOf(scale, move, px, 1 - first)),
  ) as i32;
}

/** What four px of the source from the first on weigh in a px, of an axis: a spline, or the mean of one or two bilinear samples. */
// @ts-ignore: decorator
@inline
function weightsOf(scale: f64, move: f64, px: i32, isSpline: bool, first: i32): v128 {
  if (isSpline) {
    const place = placeOf(scale, move, px, 0.5);
    return cubicWeights(f32x4.splat((place - Math.floor(place)) as f32));
  }
  const samples = samplesOf(scale);
  const share: f64 = 1.0 / (samples as f64);
  let sum = f32x4.splat(0);
  for (let k = 0; k < samples; k++) {
    const place = placeOf(scale, move, px, ((k as f64) + 0.5) * share);
    const floor = Math.floor(place);
    const t = place - floor;
    const near = ((1 - t) * share) as f32;
    const far = (t * share) as f32;
    sum = f32x4.add(
      sum,
      (floor as i32) == first ? f32x4(near, far, 0, 0) : f32x4(0, near, far, 0),
    );
  }
  return sum;
}

/** A row of the source, or any with no weight beyond it. */
// @ts-ignore: decorator
@inline
function rowAt(s: usize, width: i32, height: i32, y: i32): usize {
  return s + (((max(0, min(height - 1, y)) * width) as usize) << 4);
}

// @ts-ignore: decorator
@inline
function weightAt(height: i32, y: i32, weight: f32): v128 {
  return f32x4.splat(y >= 0 && y < height ? weight : 0);
}

/**
 * As `warpRows`, for a map that only scales, by −2 to 2, and moves. A row of `width` px, and the columns of the source that
 * it is made of, must fit the scratch. What a px is made of is found by the map alone, so that every region has the same.
 */
export function uprightRows(
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
  scaleX: f64,
  moveX: f64,
  scaleY: f64,
  moveY: f64,
  from: i32,
  to: i32,
): void {
  if (width <= 0) return;
  const isSpline = Math.max(Math.abs(scaleX), Math.abs(scaleY)) <= 1 + 1e-6;
  const taps = scratchRow();
  const places = taps + width * TAPS;
  const columns = (places + width * PLACE + 15) & ~15;
  const one = firstOf(scaleX, moveX, x0, isSpline);
  const other = firstOf(scaleX, moveX, x0 + width - 1, isSpline);
  const low = min(one, other);
  const high = max(one, other) + 4;
  for (let x = 0; x < width; x++) {
    const first = firstOf(scaleX, moveX, x0 + x, isSpline);
    put4(taps + x * TAPS, weightsOf(scaleX, moveX, x0 + x, isSpline, first));
    put(places + x * PLACE, ((first - low) << 4) as f32);
  }
  const begin = max(low, ox);
  const end = min(high, ox + sWidth);
  for (let c = low; c < high; c++) put4(columns + ((c - low) << 4), f32x4.splat(0));
  for (let y = from; y < to; y++) {
    const top = firstOf(scaleY, moveY, y0 + y, isSpline);
    const weights = weightsOf(scaleY, moveY, y0 + y, isSpline, top);
    const first = top - oy;
    const a = rowAt(s, sWidth, sHeight, first);
    const b = rowAt(s, sWidth, sHeight, first + 1);
    const c = rowAt(s, sWidth, sHeight, first + 2);
    const e = rowAt(s, sWidth, sHeight, first + 3);
    const wa = weightAt(sHeight, first, f32x4.extract_lane(weights, 0));
    const wb = weightAt(sHeight, first + 1, f32x4.extract_lane(weights, 1));
    const wc = weightAt(sHeight, first + 2, f32x4.extract_lane(weights, 2));
    const we = weightAt(sHeight, first + 3, f32x4.extract_lane(weights, 3));
    for (let i = begin; i < end; i++) {
      const p = (i - ox) << 4;
      put4(
        columns + ((i - low) << 4),
        f32x4.add(
          f32x4.add(f32x4.mul(get4(a + p), wa), f32x4.mul(get4(b + p), wb)),
          f32x4.add(f32x4.mul(get4(c + p), wc), f32x4.mul(get4(e + p), we)),
        ),
      );
    }
    let dp = d + y * dStride;
    for (let x = 0; x < width; x++, dp += 16) {
      const w = get4(taps + x * TAPS);
      const p = columns + (get(places + x * PLACE) as i32);
      const sum = weighedFrom(p, w);
      put4(dp, isSpline ? bounded(sum) : sum);
    }
  }
}
