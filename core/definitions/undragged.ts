import type { Box, Point } from '../geometry/affine';

/** Where a place of a step stands that was never dragged, in the space of the box of the scene: up over its middle. */
export const undraggedPlace = ({ x0, y0, x1, y1 }: Box): Point => ({
  x: (x0 + x1) / 2,
  y: y0 + (y1 - y0) * 0.1,
});
