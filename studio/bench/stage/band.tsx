import type { Box } from '@ignis/core/geometry/affine';

/** What is drawn round to be chosen, while it is drawn; CSS px of the stage. */
export const Band = ({ box }: { box: Box }) => (
  <rect
    x={box.x0}
    y={box.y0}
    width={box.x1 - box.x0}
    height={box.y1 - box.y0}
    fill="#ff7a3c22"
    stroke="#ff7a3c"
    pointerEvents="none"
  />
);
