import type { Affine, Box, Point } from './affine';
import { flatten, flattenNear } from './flatten';
import type { Fineness } from './flatten-run';
import type { Path } from './path';

/** A run of a line as straight pieces, with what varies along it: what modifiers work on. */
export interface Strand {
  closed: boolean;
  /** x and y in turn, px; a closed one does not repeat its first point. */
  points: Float64Array;
  /** The width at each point, a factor. */
  width: Float64Array;
  /** How much of it shows, 0–1. */
  strength: number;
  /** Whether it is the round end of another, of one point: it has a round cap whatever the rest has. */
  isEnd?: boolean;
}

/**
 * The paths under a map as strands; those of fewer than two points are dots of one point. Of paths of
 * very many anchors only what comes near a box (px after the map) is made, if there is one.
 */
export function strandsOf(
  paths: readonly Path[],
  map: Affine,
  fineness: Fineness,
  near?: Box,
): Strand[] {
  return paths
    .filter((p) => p.anchors.length > 0)
    .flatMap((path) => {
      const { anchors } = path;
      const n = anchors.length;
      const widthAt = (t: number) => {
        const i = Math.floor(t);
        const [a, b] = [anchors[i % n]!.width ?? 1, anchors[(i + 1) % n]!.width ?? 1];
        return a + (b - a) * (t - i);
      };
      const made = near ? flattenNear(path, map, fineness, near) : [flatten(path, map, fineness)];
      return made.map(({ closed, points, at }) => ({
        closed,
        points,
        width: at.map(widthAt),
        strength: 1,
      }));
    });
}

/** The distance along a strand from its start to each point, px; for a closed one also back to its start. */
export function lengthsOf({ points, closed }: Strand): Float64Array {
  const n = points.length / 2;
  const out = new Float64Array(closed ? n + 1 : n);
  for (let i = 1; i < out.length; i++) {
    const k = i % n;
    out[i] =
      out[i - 1]! +
      Math.hypot(points[2 * k]! - points[2 * i - 2]!, points[2 * k + 1]! - points[2 * i - 1]!);
  }
  return out;
}

/**
 * Where a distance along a strand (px) lies: between which of its points, and how far from the one to the
 * other (0–1). On a closed one distances go round; on an open one they end at its ends.
 */
export function placeAlong(
  { points, closed }: Strand,
  lengths: Float64Array,
  distance: number,
): { from: number; to: number; t: number } {
  const total = lengths.at(-1)!;
  const s = closed ? ((distance % total) + total) % total : Math.min(total, Math.max(0, distance));
  let [lo, hi] = [0, lengths.length - 1];
  while (hi - lo > 1) {
    const middle = (lo + hi) >> 1;
    if (lengths[middle]! <= s) lo = middle;
    else hi = middle;
  }
  const span = lengths[hi]! - lengths[lo]!;
  return { from: lo, to: hi % (points.length / 2), t: span > 0 ? (s - lengths[lo]!) / span : 0 };
}

/** A strand turns by more than this at a corner, radians. */
const CORNER = 0.6;

/** Whether a strand has corners. */
export function hasCorners({ points, closed }: Strand): boolean {
  const n = points.length / 2;
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
    const [a, b, c] = [(i + n - 1) % n, i, (i + 1) % n];
    const [ax, ay] = [points[2 * b]! - points[2 * a]!, points[2 * b + 1]! - points[2 * a + 1]!];
    const [bx, by] = [points[2 * c]! - points[2 * b]!, points[2 * c + 1]! - points[2 * b + 1]!];
    if (Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)) > CORNER) return true;
  }
  return false;
}

/** A bend by more than this between two straight pieces is a corner, and no part of a curve, radians. */
const BEND = 0.35;

/**
 * The direction of the curve that two straight pieces stand for, one after the other, by how far each goes right and down, px: where the
 * first begins, or where they meet. That of the parabola through their three points, no unit vector; null at a corner.
 */
export function curveDirection(
  [ax, ay]: Way,
  [bx, by]: Way,
  where: 'start' | 'middle',
): Way | null {
  const [a, b] = [Math.hypot(ax, ay), Math.hypot(bx, by)];
  if (a === 0 || b === 0) return null;
  if (Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)) > BEND) return null;
  // Half way along either piece the parabola has its direction, and between them as much of both.
  const k = (where === 'start' ? -a : a) / (a + b);
  return [(ax / a) * (1 - k) + (bx / b) * k, (ay / a) * (1 - k) + (by / b) * k];
}

type Way = readonly [x: number, y: number];

/** The direction of the curve that a strand stands for between two of its points, `t` (0–1) of the way; a unit vector. */
export function directionAt(strand: Strand, from: number, to: number, t: number): Way {
  const { points, closed } = strand;
  const n = points.length / 2;
  const way = (i: number, j: number): Way => [
    points[2 * j]! - points[2 * i]!,
    points[2 * j + 1]! - points[2 * i + 1]!,
  ];
  const own = way(from, to);
  const length = Math.hypot(...own) || 1;
  const straight: Way = [own[0] / length, own[1] / length];
  const before = from > 0 ? from - 1 : closed ? n - 1 : null;
  const after = to < n - 1 ? to + 1 : closed ? 0 : null;
  const back = ([x, y]: Way): Way => [-x, -y];
  const first =
    before !== null
      ? curveDirection(way(before, from), own, 'middle')
      : after !== null
        ? curveDirection(own, way(to, after), 'start')
        : null;
  const last =
    after !== null
      ? curveDirection(own, way(to, after), 'middle')
      : before !== null
        ? curveDirection(back(own), way(from, before), 'start')
        : null;
  const [a, b] = [first ?? straight, after === null && last ? back(last) : (last ?? straight)];
  const [x, y] = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  const l = Math.hypot(x, y) || 1;
  return [x / l, y / l];
}

/** The place on a strand nearest to a point: its share of the length (0–1), and how far it is, px. */
export function nearestShare(strand: Strand, p: Point): { at: number; distance: number } {
  const lengths = lengthsOf(strand);
  const { points } = strand;
  const n = points.length / 2;
  let best = { at: 0, distance: Infinity };
  for (let i = 0; i + 1 < lengths.length; i++) {
    const k = (i + 1) % n;
    const [ax, ay] = [points[2 * i]!, points[2 * i + 1]!];
    const [dx, dy] = [points[2 * k]! - ax, points[2 * k + 1]! - ay];
    const square = dx * dx + dy * dy;
    const t =
      square > 0 ? Math.max(0, Math.min(1, ((p.x - ax) * dx + (p.y - ay) * dy) / square)) : 0;
    const distance = Math.hypot(p.x - ax - dx * t, p.y - ay - dy * t);
    if (distance < best.distance)
      best = {
        at: (lengths[i]! + (lengths[i + 1]! - lengths[i]!) * t) / (lengths.at(-1) || 1),
        distance,
      };
  }
  return best;
}

/** A strand with more points, none farther than `step` px from the next; no more than `most` in all. */
export function refined(strand: Strand, step: number, most = 20_000): Strand {
  const lengths = lengthsOf(strand);
  const total = lengths.at(-1) ?? 0;
  if (!(total > 0)) return strand;
  const least = Math.max(step, total / most);
  const { points, width, closed } = strand;
  const n = points.length / 2;
  const out: number[] = [];
  const wide: number[] = [];
  const last = closed ? n : n - 1;
  for (let i = 0; i < last; i++) {
    const k = (i + 1) % n;
    const pieces = Math.max(1, Math.ceil((lengths[i + 1]! - lengths[i]!) / least - 1e-9));
    for (let j = 0; j < pieces; j++) {
      const t = j / pieces;
      out.push(
        points[2 * i]! + (points[2 * k]! - points[2 * i]!) * t,
        points[2 * i + 1]! + (points[2 * k + 1]! - points[2 * i + 1]!) * t,
      );
      wide.push(width[i]! + (width[k]! - width[i]!) * t);
    }
  }
  if (!closed) {
    out.push(points[2 * n - 2]!, points[2 * n - 1]!);
    wide.push(width[n - 1]!);
  }
  return { ...strand, points: Float64Array.from(out), width: Float64Array.from(wide) };
}

/** A strand with only each `by`th of its points (not a whole number, 1 or more), and with its ends. */
export function thinned(strand: Strand, by: number): Strand {
  const n = strand.width.length;
  const left = Math.max(Math.min(n, 2), Math.ceil(n / by));
  const strandsLeft = Array.from({ length: left }, (_, i) =>
    Math.round((i * (strand.closed ? n : n - 1)) / Math.max(1, strand.closed ? left : left - 1)),
  );
  return {
    ...strand,
    points: Float64Array.from(
      strandsLeft.flatMap((i) => [strand.points[2 * i]!, strand.points[2 * i + 1]!]),
    ),
    width: Float64Array.from(strandsLeft, (i) => strand.width[i]!),
  };
}

/** Farther from the origin than this (px), or so many times as wide, no light is ever seen of a strand. */
const FARTHEST = 1e8;
const WIDEST = 1e4;

/** Whether a strand lies where it can be drawn: copies that grow from one to the next soon leave all bounds. */
const isNear = ({ points, width }: Strand): boolean =>
  points.every((v) => Math.abs(v) <= FARTHEST) && width.every((w) => w <= WIDEST);

/**
 * At most so many of the strands, with fewer points if all have more than so many together. Those beyond all
 * bounds are left out.
 */
export function limited(strands: readonly Strand[], most: number, points: number): Strand[] {
  const some = strands.filter(isNear).slice(0, most);
  const all = some.reduce((sum, s) => sum + s.width.length, 0);
  return all > points ? some.map((s) => thinned(s, all / points)) : some;
}

/** The direction beside a strand at each point, to its right where y grows downward: unit vectors, x and y in turn. */
export function normalsOf({ points, closed }: Strand): Float64Array {
  const n = points.length / 2;
  const out = new Float64Array(points.length);
  let x = 0;
  let y = 1;
  for (let i = 0; i < n; i++) {
    const a = i > 0 ? i - 1 : closed ? n - 1 : 0;
    const b = i < n - 1 ? i + 1 : closed ? 0 : n - 1;
    const dx = points[2 * b]! - points[2 * a]!;
    const dy = points[2 * b + 1]! - points[2 * a + 1]!;
    const l = Math.hypot(dx, dy);
    // Where a strand turns straight back it keeps the direction it had.
    if (l > 1e-9) [x, y] = [-dy / l, dx / l];
    out[2 * i] = x;
    out[2 * i + 1] = y;
  }
  return out;
}

/** A strand with each point moved by (dx, dy) of its own. */
export function displaced(
  strand: Strand,
  by: (i: number) => readonly [dx: number, dy: number],
): Strand {
  const points = strand.points.slice();
  for (let i = 0; i < points.length / 2; i++) {
    const [dx, dy] = by(i);
    points[2 * i]! += dx;
    points[2 * i + 1]! += dy;
  }
  return { ...strand, points };
}

/** A strand under a map; its widths grow by `scale`. */
export function mapped(strand: Strand, [a, b, c, d, e, f]: Affine, scale: number): Strand {
  const points = new Float64Array(strand.points.length);
  for (let i = 0; i < points.length; i += 2) {
    const x = strand.points[i]!;
    const y = strand.points[i + 1]!;
    points[i] = a * x + c * y + e;
    points[i + 1] = b * x + d * y + f;
  }
  const width = scale === 1 ? strand.width : strand.width.map((w) => w * scale);
  return { ...strand, points, width };
}

/** The box of strands' points; null if there are none. */
export function strandsBox(strands: readonly Strand[]): Box | null {
  let box: Box | null = null;
  for (const { points } of strands)
    for (let i = 0; i < points.length; i += 2) {
      const x = points[i]!;
      const y = points[i + 1]!;
      box ??= { x0: x, y0: y, x1: x, y1: y };
      box.x0 = Math.min(box.x0, x);
      box.y0 = Math.min(box.y0, y);
      box.x1 = Math.max(box.x1, x);
      box.y1 = Math.max(box.y1, y);
    }
  return box;
}
