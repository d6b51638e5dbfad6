import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { covering, intersect, isEmpty } from '../pixels/region';
import { onHeap, run, sweep } from './machine';

/** Which windings count as inside: any but zero, or the odd ones (SVG's fill-rule). */
export type FillRule = 'nonzero' | 'evenodd';

/** The whole pixels that polygons (x and y in turn, px) may touch. */
export function polygonRegion(polygons: readonly Float64Array[]): Region {
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  for (const p of polygons) {
    for (let i = 0; i < p.length; i += 2) {
      x0 = Math.min(x0, p[i]!);
      x1 = Math.max(x1, p[i]!);
      y0 = Math.min(y0, p[i + 1]!);
      y1 = Math.max(y1, p[i + 1]!);
    }
  }
  return covering(x0, y0, x1, y1);
}

/** 64-bit floats that the kernel keeps of an edge (assembly/sweep.ts). */
const RECORD = 9;

/**
 * How much of each pixel the inside of closed polygons covers, 0–1: the exact area, also where they
 * cross or lie over one another.
 *
 * A sweep from top to bottom (Bentley & Ottmann, 1979) keeps the edges in order and finds where they
 * cross; only the stretches of edges that part inside from outside add their signed areas (the
 * accumulation of Levien's font-rs). The plane covers what `within` shares with the polygons.
 */
export function coverage(polygons: readonly Float64Array[], rule: FillRule, within: Region): Plane {
  const region = intersect(polygonRegion(polygons), within);
  if (isEmpty(region)) return plane(region);
  return scoped(() => {
    const out = plane(region);
    const corners = polygons.reduce((n, p) => n + p.length / 2, 0);
    const edges = doubles(corners * RECORD);
    const count = writeEdges(polygons, region.y, region.y + region.height, edges);
    const events = doubles(count * 2);
    for (let i = 0; i < count; i++) {
      events[2 * i] = edges[i * RECORD + 1]!;
      events[2 * i + 1] = edges[i * RECORD + 2]!;
    }
    events.sort();
    onHeap((at) => {
      const plane = at(out.data, 'write');
      sweep([
        ...[at(edges), count, at(events), at(floats(2 * count)), rule === 'evenodd' ? 1 : 0],
        ...[plane, region.width, region.height, region.x, region.y],
      ]);
      run('sumRows', region.height, region.width, [plane, region.width * 4, region.width]);
    });
    return out;
  });
}

/** Room for 64-bit floats. */
function doubles(count: number): Float64Array {
  const { buffer, byteOffset } = floats(Math.max(2, 2 * count));
  return new Float64Array(buffer, byteOffset, count);
}

/** A height on a grid so fine that it does not show, and so coarse that no slope grows beyond measure. */
export const snapped = (y: number): number => Math.round(y * SNAP) / SNAP;
const SNAP = 2 ** 24;

/** Writes the edges that are not level and reach into the rows from `top` to `bottom`; returns their number. */
function writeEdges(
  polygons: readonly Float64Array[],
  top: number,
  bottom: number,
  edges: Float64Array,
): number {
  let count = 0;
  for (const p of polygons) {
    const n = p.length;
    for (let i = 0; i < n; i += 2) {
      const j = i + 2 === n ? 0 : i + 2;
      const yi = snapped(p[i + 1]!);
      const yj = snapped(p[j + 1]!);
      const down = yi < yj;
      const a = down ? i : j;
      const b = down ? j : i;
      const y0 = down ? yi : yj;
      const y1 = down ? yj : yi;
      if (y0 === y1 || y1 <= top || y0 >= bottom) continue;
      const slope = (p[b]! - p[a]!) / (y1 - y0);
      const from = y0 > top ? y0 : top;
      const at = count++ * RECORD;
      edges[at] = p[a]! + slope * (from - y0);
      edges[at + 1] = from;
      edges[at + 2] = y1 < bottom ? y1 : bottom;
      edges[at + 3] = slope;
      edges[at + 4] = down ? 1 : -1;
      edges[at + 5] = 0;
      edges[at + 6] = from;
    }
  }
  return count;
}
