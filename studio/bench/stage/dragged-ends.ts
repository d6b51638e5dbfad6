import type { Point } from '@ignis/core/geometry/affine';
import type { Ends } from '@ignis/core/pixels/ramp';
import { tenth } from './tenth';

/** Where a gradient runs after one of its ends was dragged to a place; all in px of the layer's own. */
export function draggedEnds(
  { from, to }: { from: Point; to: Point },
  end: 'from' | 'to',
  place: Point,
): Ends {
  const [a, b] = end === 'from' ? [place, to] : [from, place];
  return { x0: tenth(a.x), y0: tenth(a.y), x1: tenth(b.x), y1: tenth(b.y) };
}
