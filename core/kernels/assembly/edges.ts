/** Edges of polygons, and the areas they add to a plane (see kernels/coverage.ts). */
import { get, put } from './access';

/** An edge that runs down: a record of 64-bit floats. */
export const X0: usize = 0;
export const Y0: usize = 8;
export const Y1: usize = 16;
export const SLOPE: usize = 24;
export const WINDING: usize = 32;
/** +1: the inside begins right of it; −1: it ends there; 0: neither. */
export const SIGN: usize = 40;
/** Where the sign last changed. */
export const SINCE: usize = 48;
/** Where it stands at the top and the bottom of the strip being swept. */
export const TOP: usize = 56;
export const BOTTOM: usize = 64;
/** Where it began before it was cut to the rows: its place is reckoned from there, so that it is the same in any rows. */
const BEGAN: usize = 72;
export const RECORD: usize = 80;

/** The plane that areas are added to, and its place. */
export let plane: usize = 0;
export let width: i32 = 0;
export let height: i32 = 0;
export let left: f64 = 0;
export let top: f64 = 0;

// @ts-ignore: decorator
@inline
function add(at: usize, v: f64): void {
  put(at, get(at) + (v as f32));
}

/** One edge within a row: from xa to xb, with the signed height it spans. */
export function addInRow(row: usize, xa: f64, xb: f64, height: f64): void {
  let d = height;
  let lo = min(xa, xb);
  let hi = max(xa, xb);
  const w = width as f64;
  if (lo >= w) return;
  if (hi <= 0) {
    add(row, d);
    return;
  }
  // Clip to the row: the part left of it counts whole on the first column, the part right is lost.
  if (lo < 0) {
    const part = (-lo / (hi - lo)) * d;
    add(row, part);
    d -= part;
    lo = 0;
  }
  if (hi > w) {
    d *= (w - lo) / (hi - lo);
    hi = w;
  }
  const first = min(Math.floor(lo) as i32, width - 1);
  const last = min(max(first, (Math.ceil(hi) as i32) - 1), width - 1);
  if (first == last) {
    const mean = (lo + hi) / 2 - (first as f64);
    add(row + (first << 2), d * (1 - mean));
    if (first + 1 < width) add(row + ((first + 1) << 2), d * mean);
    return;
  }
  const s = 1 / (hi - lo);
  const head = (first as f64) + 1 - lo;
  // Areas right of the edge grow quadratically in the first and last pixel and linearly between.
  const a0 = 0.5 * s * head * head;
  add(row + (first << 2), d * a0);
  let before = a0;
  for (let x = first + 1; x < last; x++) {
    const covered = s * ((x as f64) + 0.5 - lo);
    add(row + (x << 2), d * (covered - before));
    before = covered;
  }
  const tail = hi - (last as f64);
  const covered = 1 - 0.5 * s * tail * tail;
  add(row + (last << 2), d * (covered - before));
  if (last + 1 < width) add(row + ((last + 1) << 2), d * (1 - covered));
}

/** Adds a stretch of an edge (y0 < y1): each pixel gets what it changes in the area right of it. */
export function addEdge(x0: f64, y0: f64, x1: f64, y1: f64, sign: f64): void {
  let xa = x0 - left;
  let xb = x1 - left;
  let ya = max<f64>(0, y0 - top);
  const yb = min<f64>(height as f64, y1 - top);
  if (!(yb > ya)) return;
  const slope = (x1 - x0) / (y1 - y0);
  xa += slope * (ya - (y0 - top));
  xb += slope * (yb - (y1 - top));
  while (ya < yb) {
    const row = Math.floor(ya);
    const yn = min(row + 1, yb);
    const xn = yn == yb ? xb : xa + slope * (yn - ya);
    addInRow(plane + (row as usize) * (width << 2), xa, xn, (yn - ya) * sign);
    ya = yn;
    xa = xn;
  }
}

// @ts-ignore: decorator
@inline
export function at(e: usize, y: f64): f64 {
  return load<f64>(e, X0) + load<f64>(e, SLOPE) * (y - load<f64>(e, BEGAN));
}

/** Whether an edge comes after another by one of their fields; of equal ones, as they were listed. */
// @ts-ignore: decorator
@inline
export function isAfter(a: usize, b: usize, field: usize): bool {
  const u = load<f64>(a + field);
  const v = load<f64>(b + field);
  return u > v || (u == v && a > b);
}

/** Puts a list of edges in the order of one of their fields (heapsort). */
export function sort(list: usize, count: i32, field: usize): void {
  for (let i = (count >> 1) - 1; i >= 0; i--) sink(list, i, count, field);
  for (let n = count - 1; n > 0; n--) {
    const last = load<u32>(list + (n << 2));
    store<u32>(list + (n << 2), load<u32>(list));
    store<u32>(list, last);
    sink(list, 0, n, field);
  }
}

function sink(list: usize, from: i32, count: i32, field: usize): void {
  const own = load<u32>(list + (from << 2)) as usize;
  let i = from;
  for (;;) {
    let child = 2 * i + 1;
    if (child >= count) break;
    let c = load<u32>(list + (child << 2)) as usize;
    if (child + 1 < count) {
      const d = load<u32>(list + ((child + 1) << 2)) as usize;
      if (isAfter(d, c, field)) {
        child++;
        c = d;
      }
    }
    if (!isAfter(c, own, field)) break;
    store<u32>(list + (i << 2), c as u32);
    i = child;
  }
  store<u32>(list + (i << 2), own as u32);
}

export function begin(out: usize, outWidth: i32, outHeight: i32, x: f64, y0: f64): void {
  plane = out;
  width = outWidth;
  height = outHeight;
  left = x;
  top = y0;
}

/** Lists edges from the highest to the lowest top. */
export function inOrder(order: usize, edges: usize, count: i32): void {
  for (let i = 0; i < count; i++)
    store<u32>(order + (i << 2), (edges + (i as usize) * RECORD) as u32);
  sort(order, count, Y0);
}

/** Turns rows of an accumulation plane into coverage, in place: running sums, of either sign, up to 1. */
export function sumRows(p: usize, stride: i32, floats: i32, from: i32, to: i32): void {
  for (let y = from; y < to; y++) {
    let d = p + y * stride;
    let sum: f64 = 0;
    for (const end = d + (floats << 2); d < end; d += 4) {
      sum += get(d) as f64;
      const v = abs(sum);
      put(d, v < 1e-6 ? 0 : v > 1 ? 1 : (v as f32));
    }
  }
}
