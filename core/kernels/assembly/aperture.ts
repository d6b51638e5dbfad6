/** Means over the shape of an aperture, row by row of it, from sums along the rows of a picture. */
import { get, get4, put4 } from './access';
import { scratchRow } from './scratch';

const PX: i32 = 16;

/** So many columns are worked on at once. */
const COLUMNS: i32 = 64;

/** Sums along rows: each px of `d`, one wider than `s`, is the sum of all px of its row before it. */
export function sumAlong(s: usize, width: i32, d: usize, from: i32, to: i32): void {
  for (let y = from; y < to; y++) {
    let p = s + y * width * PX;
    let q = d + y * (width + 1) * PX;
    let sum = f32x4.splat(0);
    put4(q, sum);
    for (let x = 0; x < width; x++, p += PX) {
      sum = f32x4.add(sum, get4(p));
      q += PX;
      put4(q, sum);
    }
  }
}

// @ts-ignore: decorator
@inline
function sumTo(row: usize, width: i32, x: f32): v128 {
  const place = min<f32>(width as f32, max<f32>(0, x));
  const n = min(width - 1, place as i32);
  const here = get4(row + n * PX);
  const t = f32x4.splat(place - (n as f32));
  return f32x4.add(here, f32x4.mul(f32x4.sub(get4(row + n * PX + PX), here), t));
}

/**
 * Rows of means of a source, given by its sums (`sums`, of `width` px from (x0, y0), `height` rows), over an aperture: for each row of it,
 * `reach` to either side, `spans` has where it begins and ends about the px. `inverse` is 1 / its area. Written are `total` px a row,
 * from (ox, oy) on.
 */
export function apertureRows(
  sums: usize,
  width: i32,
  height: i32,
  x0: i32,
  y0: i32,
  spans: usize,
  reach: i32,
  inverse: f32,
  d: usize,
  ox: i32,
  oy: i32,
  total: i32,
  from: i32,
  to: i32,
): void {
  const acc = scratchRow();
  const by = f32x4.splat(inverse);
  // Some columns after others, so that the rows they look at stay near the processor.
  for (let start = 0; start < total; start += COLUMNS) {
    const count = min(COLUMNS, total - start);
    const shift = ((ox + start - x0) as f32) + 0.5;
    for (let y = from; y < to; y++) {
      for (let x = 0; x < count; x++) put4(acc + x * PX, f32x4.splat(0));
      for (let j = -reach; j <= reach; j++) {
        const r = oy + y + j - y0;
        if ((r as u32) >= (height as u32)) continue;
        const span = spans + ((j + reach) << 3);
        const row = sums + r * (width + 1) * PX;
        addSpan(acc, row, width, count, shift, get(span), get(span + 4));
      }
      let target = d + (y * total + start) * PX;
      for (let x = 0; x < count; x++, target += PX)
        put4(target, f32x4.mul(get4(acc + x * PX), by));
    }
  }
}

/** Adds to each of `count` columns what a row, given by its sums, has from `left` to `right` about it. */
// @ts-ignore: decorator
@inline
function addSpan(
  acc: usize,
  row: usize,
  width: i32,
  count: i32,
  shift: f32,
  left: f32,
  right: f32,
): void {
  if (!(right > left)) return;
  // What lies wholly within the row needs no looking at its ends.
  const a = Mathf.floor(shift + left) as i32;
  const b = Mathf.floor(shift + right) as i32;
  const inner = max(0, -a);
  const outer = min(count, width - 1 - b);
  const ta = f32x4.splat(shift + left - (a as f32));
  const tb = f32x4.splat(shift + right - (b as f32));
  for (let x = 0; x < min(inner, count); x++) addSum(acc, row, width, x, shift, left, right);
  for (let x = max(0, outer); x < count; x++)
    if (x >= inner) addSum(acc, row, width, x, shift, left, right);
  for (let x = inner; x < outer; x++) {
    const p = row + (x + a) * PX;
    const q = row + (x + b) * PX;
    const low = get4(p);
    const high = get4(q);
    const v = f32x4.sub(
      f32x4.add(high, f32x4.mul(f32x4.sub(get4(q + PX), high), tb)),
      f32x4.add(low, f32x4.mul(f32x4.sub(get4(p + PX), low), ta)),
    );
    const at = acc + x * PX;
    put4(at, f32x4.add(get4(at), v));
  }
}

/** Adds what a row has between two ends about a px, which may lie beyond it. */
function addSum(acc: usize, row: usize, width: i32, x: i32, shift: f32, left: f32, right: f32): void {
  const middle = (x as f32) + shift;
  const v = f32x4.sub(sumTo(row, width, middle + right), sumTo(row, width, middle + left));
  put4(acc + x * PX, f32x4.add(get4(acc + x * PX), v));
}
