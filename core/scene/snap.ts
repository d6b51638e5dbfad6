import type { Box, Point } from '../geometry/affine';
import { boxInScene } from './arrange';
import type { Scene } from './schema';
import { everyLayer } from './schema';

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
 * none), and edges and centres of visible layers but those that are moved.
 */
export function snapLines(scene: Scene, moved: readonly string[], grid = 0): SnapLines {
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
  return { x: [...x], y: [...y] };
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
