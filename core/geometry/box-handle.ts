import type { Affine, Box, Point } from './affine';
import { about, scaling } from './affine';

/** A handle of a box by its share of width and height: corners at 0 and 1, the middles of sides at ½. */
export type BoxHandle = readonly [u: number, v: number];

/** The point of a box at a share of its width and height. */
export const inBox = (box: Box, [u, v]: BoxHandle): Point => ({
  x: box.x0 + (box.x1 - box.x0) * u,
  y: box.y0 + (box.y1 - box.y0) * v,
});

/** The handle across from another. */
export const opposite = ([u, v]: BoxHandle): BoxHandle => [1 - u, 1 - v];

/** A scale that never comes to nothing. */
const sized = (k: number) => (Math.abs(k) < 0.005 ? 0.005 : k);

/**
 * How a box is scaled, across and down, by pulling a handle to a point while the opposite one stays: a corner
 * in proportion, by how far along the diagonal the point has come, a side one way.
 */
export function pulledScale(
  box: Box,
  handle: BoxHandle,
  to: Point,
): readonly [sx: number, sy: number] {
  const [u, v] = handle;
  const h = inBox(box, handle);
  const o = inBox(box, opposite(handle));
  const [w, t] = [h.x - o.x, h.y - o.y];
  const [x, y] = [to.x - o.x, to.y - o.y];
  if (u !== 0.5 && v !== 0.5) {
    const l = w * w + t * t;
    const k = sized(l > 0 ? (x * w + y * t) / l : 1);
    return [k, k];
  }
  if (v === 0.5) return [Math.abs(w) > 1e-6 ? sized(x / w) : 1, 1];
  return [1, Math.abs(t) > 1e-6 ? sized(y / t) : 1];
}

/** The map of a box whose handle is pulled to a point. */
export const pulledMap = (box: Box, handle: BoxHandle, to: Point): Affine =>
  about(inBox(box, opposite(handle)), scaling(...pulledScale(box, handle, to)));

/** A way restricted to the axis that it is longer along. */
export const alongAxis = ({ x, y }: Point): Point =>
  Math.abs(x) > Math.abs(y) ? { x, y: 0 } : { x: 0, y };

/** An angle, degrees, as −180 up to but not with 180. */
export const halfTurns = (angle: number): number => ((((angle + 180) % 360) + 360) % 360) - 180;
