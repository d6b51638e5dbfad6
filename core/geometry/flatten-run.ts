import type { Affine } from './affine';
import { apply } from './affine';
import type { Cubic, Path } from './path';
import { mapCubic, segment } from './path';

/** A run of straight pieces: x and y in turn; a closed one does not repeat its first point. */
export interface Polyline {
  closed: boolean;
  points: Float64Array;
  /** Where each point lies on the path: the number of its segment, and t along it. */
  at: Float64Array;
}

/** How finely a curve becomes straight pieces. */
export interface Fineness {
  /** Greatest distance between curve and pieces, px after the map. */
  tolerance: number;
  /** Greatest turn from one piece to the next, radians; Infinity if it does not matter. */
  turn: number;
  /** Whether corners will be rounded anyway, so that of very many anchors it matters only where they lie. */
  rounded?: boolean;
}

/** Points of curves in turn, and where each lies: the number of its segment, and t along it. */
export interface Run {
  points: number[];
  at: number[];
}

/**
 * The segments of a path from one (counted from 0) to before another, under a map, as straight pieces;
 * points that coincide are dropped. A cubic is split in halves until its controls lie within the
 * tolerance of its chord and it turns by no more than asked (de Casteljau; the flatness bound is that of
 * Fischer, "Piecewise linear approximation of Bézier curves", 2000).
 */
export function flattenRun(
  path: Path,
  from: number,
  to: number,
  map: Affine,
  fineness: Fineness,
): Run {
  const points: number[] = [];
  const at: number[] = [];
  const add = (x: number, y: number, t: number) => {
    const n = points.length;
    if (n > 0 && isSame(points[n - 2]!, points[n - 1]!, x, y)) return;
    points.push(x, y);
    at.push(t);
  };
  const first = path.anchors[from];
  if (first) {
    const p = apply(map, first);
    add(p.x, p.y, from);
  }
  for (let i = from; i < to; i++) split(mapCubic(map, segment(path, i)), fineness, 0, i, 1, add);
  return { points, at };
}

/** Whether two points are one. */
export const isSame = (ax: number, ay: number, bx: number, by: number): boolean =>
  Math.abs(ax - bx) <= 1e-7 && Math.abs(ay - by) <= 1e-7;

const DEEPEST = 14;

/** So many points in a row may be merged. */
const MAX_MERGED = 12;

/**
 * Leaves out points, in place, that lie within a quarter of the tolerance of the straight piece past them,
 * where the line turns by no more than half of what a piece may; within half of it if corners are rounded.
 */
export function merge({ points: out, at }: Run, { tolerance, turn, rounded }: Fineness): void {
  const near = rounded ? tolerance / 2 : tolerance / 4;
  const n = at.length;
  let remaining = 1;
  let last = 0;
  for (let i = 1; i < n - 1; i++) {
    const [x0, y0] = [out[2 * remaining - 2]!, out[2 * remaining - 1]!];
    const dx = out[2 * i + 2]! - x0;
    const dy = out[2 * i + 3]! - y0;
    const l = Math.hypot(dx, dy);
    let off = l > 0 && i - last <= MAX_MERGED ? 0 : Infinity;
    for (let k = last + 1; k <= i && off <= near; k++) {
      const [x, y] = [out[2 * k]! - x0, out[2 * k + 1]! - y0];
      const along = (x * dx + y * dy) / l;
      off = along < 0 || along > l ? Infinity : Math.max(off, Math.abs(x * dy - y * dx) / l);
    }
    // By an arc's sagitta: it turns by eight times its height over its chord, twice as much at an end.
    if (off <= near && (rounded || (off * 16) / l <= turn)) continue;
    out[2 * remaining] = out[2 * i]!;
    out[2 * remaining + 1] = out[2 * i + 1]!;
    at[remaining++] = at[i]!;
    last = i;
  }
  if (n > 1) {
    out[2 * remaining] = out[2 * n - 2]!;
    out[2 * remaining + 1] = out[2 * n - 1]!;
    at[remaining++] = at[n - 1]!;
  }
  out.length = 2 * remaining;
  at.length = remaining;
}

/** Splits a piece of a cubic that begins at `from` and is `span` long in terms of t. */
function split(
  c: Cubic,
  fine: Fineness,
  depth: number,
  from: number,
  span: number,
  add: (x: number, y: number, t: number) => void,
): void {
  const [p, q, r, s] = c;
  if (depth >= DEEPEST || (isFlat(c, fine.tolerance) && turnOf(c) <= fine.turn)) {
    add(s.x, s.y, from + span);
    return;
  }
  const half = (a: { x: number; y: number }, b: { x: number; y: number }) => ({
    x: (a.x + b.x) / 2,
    y: (a.y + b.y) / 2,
  });
  const a = half(p, q);
  const m = half(q, r);
  const d = half(r, s);
  const b = half(a, m);
  const e = half(m, d);
  const f = half(b, e);
  split([p, a, b, f], fine, depth + 1, from, span / 2, add);
  split([f, e, d, s], fine, depth + 1, from + span / 2, span / 2, add);
}

/**
 * Whether both controls lie beside the chord, near enough: the curve never strays from it by more
 * than three quarters of what they do.
 */
function isFlat([p, q, r, s]: Cubic, tolerance: number): boolean {
  const dx = s.x - p.x;
  const dy = s.y - p.y;
  const l = dx * dx + dy * dy;
  const near = tolerance * (4 / 3);
  for (const c of [q, r]) {
    const x = c.x - p.x;
    const y = c.y - p.y;
    const along = x * dx + y * dy;
    if (along < -1e-9 || along > l + 1e-9) {
      // Beyond an end of the chord, the distance to that end counts.
      const e = along < 0 ? x * x + y * y : (x - dx) ** 2 + (y - dy) ** 2;
      if (e > near * near) return false;
    } else if ((x * dy - y * dx) ** 2 > near * near * l) return false;
  }
  return true;
}

/** How far the control polygon turns, radians: never less than the curve's own turn. */
function turnOf([p, q, r, s]: Cubic): number {
  let turn = 0;
  let dx = 0;
  let dy = 0;
  for (const [from, to] of [
    [p, q],
    [q, r],
    [r, s],
  ] as const) {
    const ex = to.x - from.x;
    const ey = to.y - from.y;
    if (ex * ex + ey * ey < 1e-12) continue;
    if (dx !== 0 || dy !== 0) turn += Math.abs(Math.atan2(dx * ey - dy * ex, dx * ex + dy * ey));
    dx = ex;
    dy = ey;
  }
  return turn;
}
