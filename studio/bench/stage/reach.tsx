import type { Point } from '@ignis/core/geometry/affine';

/** What takes presses about a handle, wider than what is seen of it: 44 px across under a finger (styles.css). */
export const Reach = ({ at, r = 13 }: { at: Point; r?: number }) => (
  <circle data-reach cx={at.x} cy={at.y} r={r} fill="transparent" />
);
