import type { Point } from '../geometry/affine';
import { apply, invert, middleOf } from '../geometry/affine';
import type { PointParameter } from './parameter';
import type { StepContext } from './step';

/** The place that a step works about. */
export const centre: PointParameter = {
  kind: 'point',
  begins: 'middle',
  label: 'Centre',
  help: 'Dragged on the stage; the middle of the picture before.',
  default: null,
};

/** Where a centre stands, px of the layer's own: in the middle of the picture until it is dragged. */
export function centreOf(
  own: Point | null,
  { map, scene }: Pick<StepContext, 'map' | 'scene'>,
): Point {
  if (own) return own;
  const back = invert(map);
  return back ? apply(back, middleOf(scene)) : { x: 0, y: 0 };
}
