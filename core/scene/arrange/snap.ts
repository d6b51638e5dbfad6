import type { Affine, Box, Point } from '../../geometry/affine';
import { apply } from '../../geometry/affine';
import type { AnchorPlace } from '../../geometry/anchors';
import { samePlace } from '../../geometry/anchors';
import type { Path } from '../../geometry/path';
import { boxInScene } from './arrange';
import type { Scene } from '../model/schema';
import { everyLayer } from '../model/schema';

/** Places that things snap to, scene px: upright lines at x, level ones at y. */
export interface SnapLines {
  x: readonly number[];
  y: readonly number[];
}

/** What a snapped move comes to, and the lines that were met. */
export interface Snapped {
  dx: number;
  dy: number;
  lines: SnapLines;
}

/** The edges and the middle of a box. */
const linesOf = (b: Box): { x: number[]; y: number[] } => ({
  x: [b.x0, (b.x0 + b.x1) / 2, b.x1],
  y: [b.y0, (b.y0 + b.y1) / 2, b.y1],
});

/**
 * The lines of a scene: its guides, its edges and centre, a grid if there is one (its step in px, 0 for
 * none), edges and centres of visible layers but those that are moved, and some points besides.
 */
export function snapLines(
  scene: Scene,
  moved: readonly string[],
  grid = 0,
  points: readonly Point[] = [],
): SnapLines {
  const x = new Set<number>();
  const y = new Set<number>();
  const add = (lines: SnapLines) => {
    lines.x.forEach((v) => x.add(v));
    lines.y.forEach((v) => y.add(v));
  };
  add(linesOf({ x0: 0, y0: 0, x1: scene.width, y1: scene.height }));
  for (const g of scene.guides) (g.axis === 'x' ? x : y).add(g.at);
  if (grid > 0) {
    for (let v = 0; v <= scene.width; v += grid) x.add(v);
    for (let v = 0; v <= scene.height; v += grid) y.add(v);
  }
  for (const layer of everyLayer(scene.layers)) {
    if (!layer.visible || moved.includes(layer.id)) continue;
    const box = boxInScene(scene, layer.id);
    if (box) add(linesOf(box));
  }
  for (const p of points) {
    x.add(p.x);
    y.add(p.y);
  }
  return { x: [...x], y: [...y] };
}

/** So many anchors at most are snapped to: among more everything would be near one. */
const MAX_ANCHORS = 300;

/** The anchors of a line's paths but those that are moved, under a map. */
export function snapAnchors(
  paths: readonly Path[],
  moved: readonly AnchorPlace[],
  map: Affine,
): Point[] {
  if (paths.reduce((n, p) => n + p.anchors.length, 0) > MAX_ANCHORS) return [];
  return paths.flatMap((path, i) =>
    path.anchors
      .filter((_, k) => !moved.some((at) => samePlace(at, { path: i, index: k })))
      .map((a) => apply(map, a)),
  );
}

/** The line nearest to one of some places, no farther than `within` px: how far it is, and which. */
function nearest(
  places: readonly number[],
  lines: readonly number[],
  within: number,
): { by: number; line: number } | null {
  let best: { by: number; line: number } | null = null;
  for (const place of places)
    for (const line of lines) {
      const by = line - place;
      if (Math.abs(by) <= within && (!best || Math.abs(by) < Math.abs(best.by)))
        best = { by, line };
    }
  return best;
}

function snapped(at: { x: number[]; y: number[] }, lines: SnapLines, within: number): Snapped {
  const x = nearest(at.x, lines.x, within);
  const y = nearest(at.y, lines.y, within);
  return {
    dx: x?.by ?? 0,
    dy: y?.by ?? 0,
    lines: { x: x ? [x.line] : [], y: y ? [y.line] : [] },
  };
}

/** How far a box has yet to go for its edges or middle to meet lines that are within reach (px). */
export const snapBox = (box: Box, lines: SnapLines, within: number): Snapped =>
  snapped(linesOf(box), lines, within);

/** How far a point has yet to go to meet lines that are within reach (px). */
export const snapPoint = (p: Point, lines: SnapLines, within: number): Snapped =>
  snapped({ x: [p.x], y: [p.y] }, lines, within);

/** Angles that turning things stop at, degrees, and how near they must come. */
const STOPS = 45;
const NEAR = 2;

/** An angle (degrees), or the upright, level or slanted one that it nearly is. */
export function snapAngle(angle: number): number {
  const stop = Math.round(angle / STOPS) * STOPS;
  return Math.abs(angle - stop) <= NEAR ? stop : angle;
}
