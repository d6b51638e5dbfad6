import type { Affine, Box, Point } from '../geometry/affine';
import { apply, multiply, rotation, scaling, translation } from '../geometry/affine';
import type { Placement } from './schema';

/** A placement that leaves its source where it is, turning and scaling about a pivot (source px). */
export const placed = (pivot: Point = { x: 0, y: 0 }): Placement => ({
  x: 0,
  y: 0,
  scaleX: 1,
  scaleY: 1,
  rotation: 0,
  pivotX: pivot.x,
  pivotY: pivot.y,
});

/** The map from a source's own px to scene px. */
export function placementMap(p: Placement): Affine {
  const turn = multiply(rotation((p.rotation * Math.PI) / 180), scaling(p.scaleX, p.scaleY));
  return multiply(
    translation(p.x + p.pivotX, p.y + p.pivotY),
    multiply(turn, translation(-p.pivotX, -p.pivotY)),
  );
}

/** The same placement with its pivot at another point (source px): nothing moves on the stage. */
export function repivoted(p: Placement, pivot: Point): Placement {
  const at = apply(placementMap(p), pivot);
  return { ...p, x: at.x - pivot.x, y: at.y - pivot.y, pivotX: pivot.x, pivotY: pivot.y };
}

/** The middle of a box. */
export const middleOf = (b: Box): Point => ({ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 });
