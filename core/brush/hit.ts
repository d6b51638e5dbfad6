import type { Box, Point } from '../geometry/affine';
import { unitedBox } from '../geometry/affine';
import { reachOfBrush, type PaintBrush } from './paint-brush';
import type { Stroked } from '../definitions/strokes';
import { POINT } from './points';
import { pointsBox, pointsOf } from './stroke-points';

/** Which strokes lie at a place, or touch a box. Strokes in files that are not at hand are nowhere. */

/** A stroke of a brush of some size. */
interface Drawn extends Stroked {
  way: string;
  brush: { size: number } & Partial<PaintBrush>;
}

/** How far a place is from the way of a stroke, own px; Infinity from one without points. */
export function distanceTo(stroke: Stroked, { x, y }: Point): number {
  const all = pointsOf(stroke);
  let nearest = Infinity;
  for (let i = 0; i < all.length; i += POINT) {
    // From the point before, or from itself at the first.
    const before = Math.max(0, i - POINT);
    const [ax, ay] = [all[before]!, all[before + 1]!];
    const [dx, dy] = [all[i]! - ax, all[i + 1]! - ay];
    const length = dx * dx + dy * dy;
    const t = length > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length)) : 0;
    nearest = Math.min(nearest, Math.hypot(x - ax - dx * t, y - ay - dy * t));
  }
  return nearest;
}

/**
 * The frontmost stroke at a place (own px of the layer); null if there is none. Thin ones count as `least` px wide to either
 * side. What erases is found where nothing that paints is.
 */
export function strokeAt<S extends Drawn>(
  strokes: readonly S[],
  at: Point,
  least: number,
): S | null {
  let erasing: S | null = null;
  for (let i = strokes.length - 1; i >= 0; i--) {
    const stroke = strokes[i]!;
    const reach = Math.max(stroke.brush.size / 2, least);
    const box = pointsBox(stroke);
    if (
      !box ||
      at.x < box.x0 - reach ||
      at.x > box.x1 + reach ||
      at.y < box.y0 - reach ||
      at.y > box.y1 + reach ||
      distanceTo(stroke, at) > reach
    )
      continue;
    if (stroke.way !== 'erase') return stroke;
    erasing ??= stroke;
  }
  return erasing;
}

/** The box round strokes with their brushes, own px; null for none. */
export function boxOfStrokes(strokes: readonly Drawn[]): Box | null {
  let all: Box | null = null;
  for (const stroke of strokes) {
    const box = pointsBox(stroke);
    const r = reachOfBrush(stroke.brush);
    if (box)
      all = unitedBox(all, { x0: box.x0 - r, y0: box.y0 - r, x1: box.x1 + r, y1: box.y1 + r });
  }
  return all;
}

/** The strokes whose way goes through a box, own px, in their order. */
export const strokesWithin = <S extends Stroked>(strokes: readonly S[], box: Box): S[] =>
  strokes.filter((stroke) => {
    const all = pointsOf(stroke);
    for (let i = 0; i < all.length; i += POINT)
      if (all[i]! >= box.x0 && all[i]! <= box.x1 && all[i + 1]! >= box.y0 && all[i + 1]! <= box.y1)
        return true;
    return false;
  });
