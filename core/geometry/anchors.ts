import type { Affine, Box, Edge, Point } from './affine';
import { apply, edgeOf } from './affine';
import { dissolveAnchor, nearestOn } from './edit-path';
import type { Anchor, Path } from './path';
import { mapAnchor } from './path';

/** Several anchors of a line's paths at once. */

/** An anchor of a line: which of its paths, and which of that path's anchors. */
export interface AnchorPlace {
  path: number;
  index: number;
}

export const samePlace = (a: AnchorPlace, b: AnchorPlace): boolean =>
  a.path === b.path && a.index === b.index;

/** The anchor at a place; undefined if there is none. */
export const anchorOf = (paths: readonly Path[], at: AnchorPlace): Anchor | undefined =>
  paths[at.path]?.anchors[at.index];

/** The anchor nearest to a point under a map, no farther than `within` px after it; null if there is none. */
export function anchorNear(
  paths: readonly Path[],
  map: Affine,
  p: Point,
  within: number,
): AnchorPlace | null {
  let best: AnchorPlace | null = null;
  let least = within;
  paths.forEach((path, i) =>
    path.anchors.forEach((a, k) => {
      const at = apply(map, a);
      const far = Math.hypot(at.x - p.x, at.y - p.y);
      if (far <= least) [best, least] = [{ path: i, index: k }, far];
    }),
  );
  return best;
}

/** A place on a segment of one of a line's paths, t along it (0–1). */
export interface SegmentPlace {
  path: number;
  segment: number;
  t: number;
}

/** The place on the paths nearest to a point, no farther than `within`; null if there is none. */
export function segmentNear(paths: readonly Path[], p: Point, within: number): SegmentPlace | null {
  let best: SegmentPlace | null = null;
  let least = within;
  paths.forEach((path, i) => {
    const near = nearestOn(path, p, least);
    if (!near) return;
    least = near.distance;
    best = { path: i, segment: near.segment, t: near.t };
  });
  return best;
}

/** The anchors that lie in a box under a map. */
export function anchorsIn(paths: readonly Path[], map: Affine, box: Box): AnchorPlace[] {
  return paths.flatMap((path, i) =>
    path.anchors.flatMap((a, k) => {
      const { x, y } = apply(map, a);
      const inside = x >= box.x0 && x <= box.x1 && y >= box.y0 && y <= box.y1;
      return inside ? [{ path: i, index: k }] : [];
    }),
  );
}

/** The box of some anchors; null if there are none. */
export function anchorsBox(paths: readonly Path[], chosen: readonly AnchorPlace[]): Box | null {
  const found = chosen.map((at) => anchorOf(paths, at)).filter((a) => a !== undefined);
  if (found.length === 0) return null;
  const xs = found.map((a) => a.x);
  const ys = found.map((a) => a.y);
  const least = (v: number[]) => v.reduce((m, n) => Math.min(m, n));
  const most = (v: number[]) => v.reduce((m, n) => Math.max(m, n));
  return { x0: least(xs), y0: least(ys), x1: most(xs), y1: most(ys) };
}

/** The paths with each chosen anchor changed. */
export function withChosen(
  paths: readonly Path[],
  chosen: readonly AnchorPlace[],
  change: (a: Anchor) => Anchor,
): Path[] {
  const of = paths.map(() => new Set<number>());
  for (const at of chosen) of[at.path]?.add(at.index);
  return paths.map((path, i) =>
    of[i]!.size === 0
      ? path
      : { ...path, anchors: path.anchors.map((a, k) => (of[i]!.has(k) ? change(a) : a)) },
  );
}

/** The chosen anchors under a map, handles and all. */
export const mapAnchors = (
  paths: readonly Path[],
  chosen: readonly AnchorPlace[],
  map: Affine,
): Path[] => withChosen(paths, chosen, (anchor) => mapAnchor(map, anchor));

/** The chosen anchors lined up on an edge or middle of the box of them all. */
export function alignAnchors(
  paths: readonly Path[],
  chosen: readonly AnchorPlace[],
  edge: Edge,
): Path[] {
  const box = anchorsBox(paths, chosen);
  if (!box) return [...paths];
  const to = edgeOf(box, edge);
  return withChosen(paths, chosen, (a) => ({ ...a, ...to }));
}

/** The paths without the chosen anchors; the curve keeps its shape as well as it can. Empty paths go. */
export function dissolveAnchors(paths: readonly Path[], chosen: readonly AnchorPlace[]): Path[] {
  return paths
    .map((path, i) =>
      chosen
        .filter((at) => at.path === i)
        .map((at) => at.index)
        .sort((a, b) => b - a)
        .reduce(dissolveAnchor, path),
    )
    .filter((p, i) => p.anchors.length > 0 || paths[i]!.anchors.length === 0);
}

/** The direction beside a path at one of its anchors, to its right where y grows downward: a unit vector. */
export function anchorNormal(path: Path, i: number): Point {
  const n = path.anchors.length;
  const a = path.anchors[i]!;
  const before = path.anchors[path.closed ? (i - 1 + n) % n : Math.max(0, i - 1)]!;
  const after = path.anchors[path.closed ? (i + 1) % n : Math.min(n - 1, i + 1)]!;
  // The way a curve comes and goes: by its handles, or where there are none to its neighbours.
  const unit = (x: number, y: number) => {
    const l = Math.hypot(x, y);
    return l > 0 ? { x: x / l, y: y / l } : { x: 0, y: 0 };
  };
  const comes = a.in.x || a.in.y ? unit(-a.in.x, -a.in.y) : unit(a.x - before.x, a.y - before.y);
  const goes = a.out.x || a.out.y ? unit(a.out.x, a.out.y) : unit(after.x - a.x, after.y - a.y);
  const way = unit(comes.x + goes.x, comes.y + goes.y);
  return way.x || way.y ? { x: 0 - way.y, y: way.x } : { x: 0 - comes.y, y: comes.x };
}
