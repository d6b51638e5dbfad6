import { after, rowStride } from './arguments';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { covering, intersect, isEmpty } from '../pixels/region';
import { layer, onHeap, pile, run, sweep } from './machine';

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
const RECORD = 10;

/** Areas are whole numbers of so many parts of a px; where windings are piled up, of fewer, so that they have room. */
const PARTS = 2 ** 26;
const FEW_PARTS = 2 ** 13;

/** Rows are looked at in blocks of so many. */
const BLOCK = 16;

/** How rows are swept: exactly, in layers, or by windings alone (assembly/sweep.ts). */
type Way = 'exact' | 'fine' | 'coarse' | 'rough' | 'pile';
const LAYERS = { fine: 16, coarse: 12, rough: 3 };

/**
 * The way for rows that so many edges touch. Even-odd insides depend on the order of every edge; of tens of
 * thousands in a row nobody can see which is inside.
 */
const wayFor = (edges: number, rule: FillRule, soft: boolean): Way =>
  edges <= 96
    ? 'exact'
    : edges <= (soft ? 384 : 3000)
      ? 'fine'
      : edges <= 20_000
        ? 'coarse'
        : rule === 'evenodd'
          ? 'rough'
          : 'pile';

/**
 * How much of each pixel the inside of closed polygons covers, 0–1: the exact area, also where they
 * cross or lie over one another.
 *
 * A sweep from top to bottom (Bentley & Ottmann, 1979) keeps the edges in order and finds where they
 * cross; only the stretches of edges that part inside from outside add their signed areas (the
 * accumulation of Levien's font-rs). Rows that very many edges touch, as of a wide stroke round fine
 * detail, are swept in layers: what ends or crosses within a layer is exact to a fraction of it. Under
 * the non-zero rule tens of thousands in a row must wind the same way. What is `soft`, to be blurred by
 * several px, needs fewer layers. The plane covers what `within` shares with the polygons.
 */
export function coverage(
  polygons: readonly Float64Array[],
  rule: FillRule,
  within: Region,
  soft = false,
): Plane {
  const region = intersect(polygonRegion(polygons), within);
  if (isEmpty(region)) return plane(region);
  const evenOdd = rule === 'evenodd' ? 1 : 0;
  return scoped(() => {
    const out = plane(region);
    const corners = polygons.reduce((n, p) => n + p.length / 2, 0);
    const edges = doubles(corners * RECORD);
    const lists = floats(2 * corners);
    const spans = spansOf(polygons);
    for (const { top, bottom, way } of bands(
      polygons,
      (edges) => wayFor(edges, rule, soft),
      region,
    )) {
      const count = writeEdges(polygons, spans, top, bottom, edges);
      if (count === 0) continue;
      const events = way === 'exact' ? eventsOf(edges, count) : null;
      const parts = way === 'pile' ? FEW_PARTS : PARTS;
      onHeap((at) => {
        const rows = after(at(out.data, 'write'), (top - region.y) * region.width * 4);
        const place = [rows, region.width, bottom - top, region.x, top, parts] as const;
        if (events) sweep([at(edges), count, at(events), at(lists), evenOdd, ...place]);
        else if (way === 'pile') pile([at(edges), count, ...place]);
        else if (way !== 'exact')
          layer([at(edges), count, at(lists), evenOdd, ...place, LAYERS[way]]);
        run('sumRows', bottom - top, region.width, [
          rows,
          rowStride(region, 1),
          region.width,
          parts,
        ]);
      });
    }
    return out;
  });
}

interface Band {
  top: number;
  bottom: number;
  way: Way;
}

/** The rows of a region, parted where they are swept in another way. */
function bands(
  polygons: readonly Float64Array[],
  wayOf: (edges: number) => Way,
  region: Region,
): Band[] {
  // Blocks stand where they stand in the scene, so that a part comes out as it does in the whole.
  const first = Math.floor(region.y / BLOCK);
  const last = Math.ceil((region.y + region.height) / BLOCK);
  const touching = new Int32Array((last - first) * BLOCK + 1);
  const rows = touching.length - 1;
  for (const p of polygons) {
    const n = p.length;
    for (let i = 0; i < n; i += 2) {
      const y0 = p[i + 1]!;
      const y1 = p[i + 3 < n ? i + 3 : 1]!;
      const from = Math.floor(Math.min(y0, y1)) - first * BLOCK;
      const to = Math.ceil(Math.max(y0, y1)) - first * BLOCK;
      if (from >= rows || to <= 0 || y0 === y1) continue;
      touching[Math.max(0, from)]!++;
      touching[Math.min(rows, to)]!--;
    }
  }
  const out: Band[] = [];
  let edgeCount = 0;
  for (let block = first; block < last; block++) {
    let most = 0;
    for (let i = 0; i < BLOCK; i++) {
      edgeCount += touching[(block - first) * BLOCK + i]!;
      most = Math.max(most, edgeCount);
    }
    const way = wayOf(most);
    const bottom = Math.min(region.y + region.height, (block + 1) * BLOCK);
    const above = out.at(-1);
    if (above?.way === way) above.bottom = bottom;
    else out.push({ top: Math.max(region.y, block * BLOCK), bottom, way });
  }
  return out;
}

/** The tops and bottoms of edges in rising order. */
function eventsOf(edges: Float64Array, count: number): Float64Array {
  const events = doubles(count * 2);
  for (let i = 0; i < count; i++) {
    events[2 * i] = edges[i * RECORD + 1]!;
    events[2 * i + 1] = edges[i * RECORD + 2]!;
  }
  return events.sort();
}

/** Room for 64-bit floats. */
function doubles(count: number): Float64Array {
  const { buffer, byteOffset } = floats(Math.max(2, 2 * count));
  return new Float64Array(buffer, byteOffset, count);
}

/** A height on a grid so fine that it does not show, and so coarse that no slope grows beyond measure. */
export const snapped = (y: number): number => Math.round(y * SNAP) / SNAP;
const SNAP = 2 ** 24;

/** The top and bottom of each polygon, in turn. */
function spansOf(polygons: readonly Float64Array[]): Float64Array {
  const out = new Float64Array(2 * polygons.length);
  polygons.forEach((p, i) => {
    let top = Infinity;
    let bottom = -Infinity;
    for (let k = 1; k < p.length; k += 2) {
      const y = p[k]!;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
    out[2 * i] = top;
    out[2 * i + 1] = bottom;
  });
  return out;
}

/** Writes the edges that are not level and reach into the rows from `top` to `bottom`; returns their number. */
function writeEdges(
  polygons: readonly Float64Array[],
  spans: Float64Array,
  top: number,
  bottom: number,
  edges: Float64Array,
): number {
  let count = 0;
  for (let k = 0; k < polygons.length; k++) {
    // Snapping may move an end by less than this.
    if (spans[2 * k]! >= bottom + 1e-6 || spans[2 * k + 1]! <= top - 1e-6) continue;
    const p = polygons[k]!;
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
      edges[at] = p[a]!;
      edges[at + 1] = from;
      edges[at + 2] = y1 < bottom ? y1 : bottom;
      edges[at + 3] = slope;
      edges[at + 4] = down ? 1 : -1;
      edges[at + 5] = 0;
      edges[at + 6] = from;
      edges[at + 9] = y0;
    }
  }
  return count;
}
