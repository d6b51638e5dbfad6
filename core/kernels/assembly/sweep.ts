/**
 * Areas of polygons, exactly (see kernels/coverage.ts): from top to bottom the edges are kept in order, and
 * found where they cross; stretches that part inside from outside add their signed areas.
 */
import { BOTTOM, SIGN, SINCE, TOP, WINDING, Y0, Y1, addEdge, at, begin, inOrder } from './edges';

/** Crossings closer than this to a strip's top are taken to lie on it, px. */
const NEAR: f64 = 1e-7;

/** Ends a stretch of an edge at y. */
function flush(e: usize, y: f64): void {
  const sign = load<f64>(e, SIGN);
  const since = load<f64>(e, SINCE);
  if (sign != 0 && y > since) addEdge(e, since, y, sign);
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
  parts: f64,
): void {
  begin(out, outWidth, outHeight, x, y0, parts);
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

