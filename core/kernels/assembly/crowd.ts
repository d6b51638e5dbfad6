/**
 * Areas of polygons in rows so crowded that crossings would be without number (see kernels/coverage.ts):
 * by looking at the order of the edges once in every layer, a part of a row, or by windings alone.
 */
import { RECORD, TOP, WINDING, Y0, Y1, addEdge, addInRow, at, begin, inOrder, isAfter, left, plane, sort, width } from './edges';

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
  parts: f64,
  layers: i32,
): void {
  begin(out, outWidth, outHeight, x, y0, parts);
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
    let j = i - 1;
    while (j >= 0) {
      const o = load<u32>(list + (j << 2));
      if (!isAfter(o as usize, own as usize, TOP)) break;
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
  parts: f64,
): void {
  begin(out, outWidth, outHeight, x, y0, parts);
  for (let i = 0; i < count; i++) {
    const e = edges + (i as usize) * RECORD;
    const y = load<f64>(e, Y0);
    const end = load<f64>(e, Y1);
    addEdge(e, y, end, load<f64>(e, WINDING));
  }
}

