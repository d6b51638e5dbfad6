/** Edges of polygons, and the areas they add to a plane (see kernels/coverage.ts). */
import { put } from './access';

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

/** The plane that areas are added to, whole numbers of 32 bits, its place, and how many parts a px has. */
export let plane: usize = 0;
export let width: i32 = 0;
export let height: i32 = 0;
export let left: f64 = 0;
export let top: f64 = 0;
let scale: f64 = 1;

/**
 * Areas are whole numbers of parts of a px, so that their sums are exact, and the same in whatever order and from wherever they
 * are added up: a part of a shape comes out as it does in the whole.
 */
// @ts-ignore: decorator
@inline
function parts(v: f64): i32 {
  return Math.round(v * scale) as i32;
}

// @ts-ignore: decorator
@inline
function add(row: usize, x: i32, v: i32): void {
  const p = row + ((x as usize) << 2);
  store<i32>(p, load<i32>(p) + v);
}

/** One edge within a row of the plane: from xa to xb, px from its left, with the signed height it spans. */
export function addInRow(row: usize, xa: f64, xb: f64, height: f64): void {
  const lo = min(xa, xb);
  const hi = max(xa, xb);
  if (lo >= (width as f64)) return;
  if (hi <= 0) {
    add(row, 0, parts(height));
    return;
  }
  const first = Math.floor(lo) as i32;
  const last = max(first, (Math.ceil(hi) as i32) - 1);
  if (first == last) {
    // What lies left of the plane counts in its first column.
    const head = parts(height * (1 - ((lo + hi) / 2 - (first as f64))));
    if (first >= 0) add(row, first, head);
    if (first + 1 < width) add(row, max(0, first + 1), parts(height) - (first >= 0 ? head : 0));
    return;
  }
  const s = 1 / (hi - lo);
  // Up to each px the area right of the edge grows: quadratically in the first and last, and linearly between.
  let before = 0;
  const end = min(last, width - 1);
  for (let x = max(0, first); x <= end; x++) {
    let covered = s * ((x as f64) + 0.5 - lo);
    if (x == first) {
      const head = (first as f64) + 1 - lo;
      covered = 0.5 * s * head * head;
    } else if (x == last) {
      const tail = hi - (last as f64);
      covered = 1 - 0.5 * s * tail * tail;
    }
    const sum = parts(height * covered);
    add(row, x, sum - before);
    before = sum;
  }
  if (last + 1 < width) add(row, last + 1, parts(height) - before);
}

/** Adds a stretch of an edge from y0 down to y1: each pixel gets what it changes in the area right of it. */
export function addEdge(e: usize, y0: f64, y1: f64, sign: f64): void {
  let y = max<f64>(y0, top);
  const end = min<f64>(y1, top + (height as f64));
  if (!(end > y)) return;
  let x = at(e, y) - left;
  while (y < end) {
    const row = Math.floor(y);
    const next = min(row + 1, end);
    const to = at(e, next) - left;
    addInRow(plane + ((row - top) as usize) * (width << 2), x, to, (next - y) * sign);
    y = next;
    x = to;
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

export function begin(
  out: usize,
  outWidth: i32,
  outHeight: i32,
  x: f64,
  y0: f64,
  partsOfPx: f64,
): void {
  plane = out;
  width = outWidth;
  height = outHeight;
  left = x;
  top = y0;
  scale = partsOfPx;
}

/** Lists edges from the highest to the lowest top. */
export function inOrder(order: usize, edges: usize, count: i32): void {
  for (let i = 0; i < count; i++)
    store<u32>(order + (i << 2), (edges + (i as usize) * RECORD) as u32);
  sort(order, count, Y0);
}

/** Turns rows of areas, of which a px has so many `parts`, into coverage, in place: running sums, of either sign, up to 1. */
export function sumRows(
  p: usize,
  stride: i32,
  width: i32,
  partsOfPx: f64,
  from: i32,
  to: i32,
): void {
  const share = 1 / partsOfPx;
  for (let y = from; y < to; y++) {
    let d = p + y * stride;
    let sum = 0;
    for (const end = d + (width << 2); d < end; d += 4) {
      sum += load<i32>(d);
      const v = (abs(sum) as f64) * share;
      put(d, v > 1 ? 1 : (v as f32));
    }
  }
}
