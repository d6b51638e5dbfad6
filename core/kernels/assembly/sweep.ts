/**
 * Areas of polygons (see kernels/coverage.ts). `sweep` is exact: from top to bottom it keeps edges in
 * order and finds where they cross; stretches that part inside from outside add their signed areas.
 * `layer` is for rows so crowded that crossings would be without number: it looks at the order of the
 * edges once in every layer, a part of a row.
 */
import { get, put } from './access';

/** An edge that runs down: a record of 64-bit floats. */
const X0: usize = 0;
const Y0: usize = 8;
const Y1: usize = 16;
const SLOPE: usize = 24;
const WINDING: usize = 32;
/** +1: the inside begins right of it; −1: it ends there; 0: neither. */
const SIGN: usize = 40;
/** Where the sign last changed. */
const SINCE: usize = 48;
/** Where it stands at the top and the bottom of the strip being swept. */
const TOP: usize = 56;
const BOTTOM: usize = 64;
const RECORD: usize = 72;

/** Crossings closer than this to a strip's top are taken to lie on it, px. */
const NEAR: f64 = 1e-7;

/** The plane that areas are added to, and its place. */
let plane: usize = 0;
let width: i32 = 0;
let height: i32 = 0;
let left: f64 = 0;
let top: f64 = 0;

// @ts-ignore: decorator
@inline
function add(at: usize, v: f64): void {
  put(at, get(at) + (v as f32));
}

/** One edge within a row: from xa to xb, with the signed height it spans. */
function addInRow(row: usize, xa: f64, xb: f64, height: f64): void {
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
function addEdge(x0: f64, y0: f64, x1: f64, y1: f64, sign: f64): void {
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
function at(e: usize, y: f64): f64 {
  return load<f64>(e, X0) + load<f64>(e, SLOPE) * (y - load<f64>(e, Y0));
}

/** Ends a stretch of an edge at y. */
function flush(e: usize, y: f64): void {
  const sign = load<f64>(e, SIGN);
  const since = load<f64>(e, SINCE);
  if (sign != 0 && y > since) addEdge(at(e, since), since, at(e, y), y, sign);
  store<f64>(e, 0, SIGN);
}

/** Sweeps from y towards `end`, at most to the first crossing; returns how far it came. */
function strip(active: usize, count: i32, y: f64, end: f64, evenOdd: i32): f64 {
  // Nearly sorted from the strip before: insertion is the quickest way.
  for (let i = 0; i < count; i++) {
    const e = load<u32>(active + (i << 2)) as usize;
    const t = at(e, y);
    const b = at(e, end);
    store<f64>(e, t, TOP);
    store<f64>(e, b, BOTTOM);
    let j = i - 1;
    while (j >= 0) {
      const o = load<u32>(active + (j << 2)) as usize;
      const ot = load<f64>(o, TOP);
      if (!(ot > t || (ot == t && load<f64>(o, BOTTOM) > b))) break;
      store<u32>(active + ((j + 1) << 2), o as u32);
      j--;
    }
    store<u32>(active + ((j + 1) << 2), e as u32);
  }
  let first: f64 = 1;
  const span = end - y;
  let winding = 0;
  let inside = false;
  let a: usize = 0;
  for (let i = 0; i < count; i++) {
    const e = load<u32>(active + (i << 2)) as usize;
    if (a) {
      const cross = load<f64>(a, BOTTOM) - load<f64>(e, BOTTOM);
      if (cross > 0) {
        const gap = load<f64>(e, TOP) - load<f64>(a, TOP);
        first = min(first, max(gap / (gap + cross), NEAR / span));
      }
    }
    a = e;
    winding += load<f64>(e, WINDING) as i32;
    const now = evenOdd ? (winding & 1) != 0 : winding != 0;
    const sign: f64 = now == inside ? 0 : now ? 1 : -1;
    inside = now;
    if (sign != load<f64>(e, SIGN)) {
      flush(e, y);
      store<f64>(e, sign, SIGN);
      store<f64>(e, y, SINCE);
    }
  }
  return first >= 1 ? end : y + span * first;
}

/** Puts a list of edges in the order of one of their fields (heapsort). */
function sort(list: usize, count: i32, field: usize): void {
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
  const key = load<f64>(own + field);
  let i = from;
  for (;;) {
    let child = 2 * i + 1;
    if (child >= count) break;
    let c = load<u32>(list + (child << 2)) as usize;
    if (child + 1 < count) {
      const d = load<u32>(list + ((child + 1) << 2)) as usize;
      if (load<f64>(d + field) > load<f64>(c + field)) {
        child++;
        c = d;
      }
    }
    if (!(load<f64>(c + field) > key)) break;
    store<u32>(list + (i << 2), c as u32);
    i = child;
  }
  store<u32>(list + (i << 2), own as u32);
}

function begin(out: usize, outWidth: i32, outHeight: i32, x: f64, y0: f64): void {
  plane = out;
  width = outWidth;
  height = outHeight;
  left = x;
  top = y0;
}

/** Lists edges from the highest to the lowest top. */
function inOrder(order: usize, edges: usize, count: i32): void {
  for (let i = 0; i < count; i++)
    store<u32>(order + (i << 2), (edges + (i as usize) * RECORD) as u32);
  sort(order, count, Y0);
}

/**
 * Adds the areas of `count` edges to a plane of zeros. `edges` holds their records, `events` the tops
 * and bottoms of all in rising order, `lists` room for two lists of edges.
 */
export function sweep(
  edges: usize,
  count: i32,
  events: usize,
  lists: usize,
  evenOdd: i32,
  out: usize,
  outWidth: i32,
  outHeight: i32,
  x: f64,
  y0: f64,
): void {
  begin(out, outWidth, outHeight, x, y0);
  const order = lists;
  const active = lists + (count << 2);
  inOrder(order, edges, count);
  let next = 0;
  let held = 0;
  let y = y0;
  for (let i = 0; i < 2 * count; i++) {
    const event = load<f64>(events + (i << 3));
    if (event < y) continue;
    if (event > y) {
      while (y < event && held > 0) y = strip(active, held, y, event, evenOdd);
      y = event;
    }
    let kept = 0;
    for (let k = 0; k < held; k++) {
      const e = load<u32>(active + (k << 2)) as usize;
      if (load<f64>(e, Y1) > y) store<u32>(active + (kept++ << 2), e as u32);
      else flush(e, y);
    }
    held = kept;
    while (next < count) {
      const e = load<u32>(order + (next << 2));
      if (load<f64>(e as usize, Y0) > y) break;
      store<u32>(active + (held++ << 2), e);
      next++;
    }
  }
}

/** From layer to layer edges are moved on from the order they had; past so many moves each, sorted anew. */
const MOVES: i32 = 24;

/** Where an edge stands at y, never beyond its ends. */
// @ts-ignore: decorator
@inline
function within(e: usize, y: f64): f64 {
  return at(e, min(max(y, load<f64>(e, Y0)), load<f64>(e, Y1)));
}

/**
 * Adds the areas of `count` edges to a plane of zeros, as `sweep` does. In each layer the edges that
 * cross its middle are put in order there, and those that part inside from outside add their areas in
 * it: exact but for what ends or crosses within a layer. A row has `layers` of them.
 */
export function layer(
  edges: usize,
  count: i32,
  lists: usize,
  evenOdd: i32,
  out: usize,
  outWidth: i32,
  outHeight: i32,
  x: f64,
  y0: f64,
  layers: i32,
): void {
  begin(out, outWidth, outHeight, x, y0);
  const order = lists;
  const active = lists + (count << 2);
  inOrder(order, edges, count);
  const step: f64 = 1 / (layers as f64);
  let next = 0;
  let held = 0;
  for (let row = 0; row < outHeight; row++) {
    const start = y0 + (row as f64);
    let kept = 0;
    for (let k = 0; k < held; k++) {
      const e = load<u32>(active + (k << 2));
      if (load<f64>(e as usize, Y1) > start) store<u32>(active + (kept++ << 2), e);
    }
    held = kept;
    while (next < count) {
      const e = load<u32>(order + (next << 2));
      if (load<f64>(e as usize, Y0) >= start + 1) break;
      store<u32>(active + (held++ << 2), e);
      next++;
    }
    const line = plane + (row as usize) * (width << 2);
    for (let l = 0; l < layers; l++) {
      const above = start + (l as f64) * step;
      const y = above + step / 2;
      for (let k = 0; k < held; k++) {
        const e = load<u32>(active + (k << 2)) as usize;
        store<f64>(e, within(e, y), TOP);
      }
      if ((l == 0 && held - kept > 2 * MOVES) || !settle(active, held)) sort(active, held, TOP);
      let winding = 0;
      let inside = false;
      for (let k = 0; k < held; k++) {
        const e = load<u32>(active + (k << 2)) as usize;
        if (load<f64>(e, Y0) > y || load<f64>(e, Y1) <= y) continue;
        winding += load<f64>(e, WINDING) as i32;
        const now = evenOdd ? (winding & 1) != 0 : winding != 0;
        if (now == inside) continue;
        inside = now;
        addInRow(line, within(e, above) - left, within(e, above + step) - left, now ? step : -step);
      }
    }
  }
}

/** Puts a list that is nearly in the order of TOP in that order (insertion); false if it gave up. */
function settle(list: usize, count: i32): bool {
  let left = count * MOVES;
  for (let i = 1; i < count; i++) {
    const own = load<u32>(list + (i << 2));
    const key = load<f64>(own as usize, TOP);
    let j = i - 1;
    while (j >= 0) {
      const o = load<u32>(list + (j << 2));
      if (!(load<f64>(o as usize, TOP) > key)) break;
      store<u32>(list + ((j + 1) << 2), o);
      j--;
    }
    store<u32>(list + ((j + 1) << 2), own);
    left -= i - 1 - j;
    if (left < 0) return false;
  }
  return true;
}

/**
 * Adds the areas of `count` edges by their windings alone. Right for polygons that wind the same way, but
 * for px where their edges lie over one another.
 */
export function pile(
  edges: usize,
  count: i32,
  out: usize,
  outWidth: i32,
  outHeight: i32,
  x: f64,
  y0: f64,
): void {
  begin(out, outWidth, outHeight, x, y0);
  for (let i = 0; i < count; i++) {
    const e = edges + (i as usize) * RECORD;
    const y = load<f64>(e, Y0);
    const end = load<f64>(e, Y1);
    addEdge(at(e, y), y, at(e, end), end, load<f64>(e, WINDING));
  }
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
