import type { FillRule } from '../../kernels/coverage';
import { polygonRegion, snapped } from '../../kernels/coverage';
import type { Plane } from '../../pixels/buffer';
import type { Region } from '../../pixels/region';
import { intersect, isEmpty } from '../../pixels/region';
import { accumulateEdge, sumRows } from './accumulate';

/** The exact areas of polygons by the same sweep in plain TypeScript: what the kernel is compared with. */
export function sweptCoverage(
  polygons: readonly Float64Array[],
  rule: FillRule,
  within: Region,
): Plane {
  const region = intersect(polygonRegion(polygons), within);
  const out: Plane = {
    channels: 1,
    region,
    data: new Float32Array(region.width * region.height),
  };
  if (isEmpty(region)) return out;
  sweep(
    edgesOf(polygons, region.y, region.y + region.height),
    rule,
    region.y,
    (x0, y0, x1, y1, sign) => accumulateEdge(out.data, region, x0, y0, x1, y1, sign),
  );
  sumRows(out.data, region);
  return out;
}

/** An edge that runs down, with where it began to part inside from outside, and how. */
interface Edge {
  x0: number;
  y0: number;
  y1: number;
  slope: number;
  winding: 1 | -1;
  /** +1: the inside begins right of it; -1: it ends there; 0: neither. */
  sign: number;
  /** Where `sign` last changed. */
  since: number;
  /** Where it stands at the top and the bottom of the strip being swept. */
  top: number;
  bottom: number;
}

function edgesOf(polygons: readonly Float64Array[], top: number, bottom: number): Edge[] {
  const edges: Edge[] = [];
  for (const p of polygons) {
    const n = p.length;
    for (let i = 0; i < n; i += 2) {
      const j = i + 2 === n ? 0 : i + 2;
      const down = snapped(p[i + 1]!) < snapped(p[j + 1]!);
      const a = down ? i : j;
      const b = down ? j : i;
      const y0 = snapped(p[a + 1]!);
      const y1 = snapped(p[b + 1]!);
      if (y0 === y1 || y1 <= top || y0 >= bottom) continue;
      const slope = (p[b]! - p[a]!) / (y1 - y0);
      const from = Math.max(y0, top);
      edges.push({
        x0: p[a]! + slope * (from - y0),
        y0: from,
        y1: Math.min(y1, bottom),
        slope,
        winding: down ? 1 : -1,
        sign: 0,
        since: from,
        top: 0,
        bottom: 0,
      });
    }
  }
  return edges.sort((a, b) => a.y0 - b.y0);
}

type Emit = (x0: number, y0: number, x1: number, y1: number, sign: number) => void;

/** Crossings closer than this to a strip's top are taken to lie on it, px. */
const NEAR = 1e-7;

function sweep(edges: Edge[], rule: FillRule, top: number, emit: Emit): void {
  const events = new Float64Array(edges.length * 2);
  edges.forEach((e, i) => {
    events[2 * i] = e.y0;
    events[2 * i + 1] = e.y1;
  });
  events.sort();
  const active: Edge[] = [];
  let next = 0;
  let y = top;
  for (const event of events) {
    if (event <= y) {
      if (event < y) continue;
    } else {
      while (y < event && active.length > 0) y = strip(active, y, event, rule, emit);
      y = event;
    }
    let remaining = 0;
    for (const e of active) {
      if (e.y1 > y) active[remaining++] = e;
      else flush(e, y, emit);
    }
    active.length = remaining;
    while (next < edges.length && edges[next]!.y0 <= y) active.push(edges[next++]!);
  }
}

/** Sweeps from y towards `end`, at most to the first crossing; returns how far it came. */
function strip(active: Edge[], y: number, end: number, rule: FillRule, emit: Emit): number {
  for (const e of active) {
    e.top = e.x0 + e.slope * (y - e.y0);
    e.bottom = e.x0 + e.slope * (end - e.y0);
  }
  // Nearly sorted from the strip before: insertion is the quickest way.
  for (let i = 1; i < active.length; i++) {
    const e = active[i]!;
    let j = i - 1;
    while (
      j >= 0 &&
      (active[j]!.top > e.top || (active[j]!.top === e.top && active[j]!.bottom > e.bottom))
    )
      active[j + 1] = active[j--]!;
    active[j + 1] = e;
  }
  let first = 1;
  const height = end - y;
  for (let i = 1; i < active.length; i++) {
    const a = active[i - 1]!;
    const b = active[i]!;
    if (a.bottom <= b.bottom) continue;
    const gap = b.top - a.top;
    const t = gap / (gap + a.bottom - b.bottom);
    first = Math.min(first, Math.max(t, NEAR / height));
  }
  let winding = 0;
  let inside = false;
  for (const e of active) {
    winding += e.winding;
    const now = rule === 'nonzero' ? winding !== 0 : (winding & 1) !== 0;
    const sign = now === inside ? 0 : now ? 1 : -1;
    inside = now;
    if (sign !== e.sign) {
      flush(e, y, emit);
      e.sign = sign;
      e.since = y;
    }
  }
  return first >= 1 ? end : y + height * first;
}

function flush(e: Edge, y: number, emit: Emit): void {
  if (e.sign !== 0 && y > e.since)
    emit(e.x0 + e.slope * (e.since - e.y0), e.since, e.x0 + e.slope * (y - e.y0), y, e.sign);
  e.sign = 0;
}
