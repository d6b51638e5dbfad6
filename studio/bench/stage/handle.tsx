import type { Point } from '@ignis/core/geometry/affine';
import { movable } from '../../ui/tip';
import { Reach } from './reach';

/** A round handle on the stage. */
export const Handle = ({
  at,
  fill = '#fff',
  small = false,
  title,
  onPointerDown,
}: {
  at: Point;
  fill?: string;
  small?: boolean;
  title: string;
  onPointerDown(e: React.PointerEvent): void;
}) => (
  <g onPointerDown={onPointerDown} className="cursor-move" {...movable(title)}>
    <Reach at={at} />
    <circle
      cx={at.x}
      cy={at.y}
      r={small ? 4 : 6.5}
      fill={fill}
      stroke="#fff"
      strokeWidth={2}
      style={{ filter: 'drop-shadow(0 0 1px #000)' }}
    />
  </g>
);
