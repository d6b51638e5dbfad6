import type { Affine, Box, Point } from '../geometry/affine';
import {
  apply,
  boxUnder,
  invert,
  multiply,
  rotation,
  scaling,
  translation,
} from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { compose, projective } from '../geometry/homography';
import { boxToQuad } from '../geometry/quad';
import type { ReflectionValues } from './reflection-parameters';

/** The line that something is mirrored about, px of the layer: from its left end to its right one. */
export interface MirrorLine {
  left: Point;
  right: Point;
}

/** Where the line lies: as it was dragged, or under the lowest point of what is mirrored. */
export function mirrorLine({ left, right }: ReflectionValues, box: Box): MirrorLine {
  return {
    left: left ?? { x: box.x0, y: right?.y ?? box.y1 },
    right: right ?? { x: box.x1, y: left?.y ?? box.y1 },
  };
}

/** The turn of a line from level, radians, and a map of the plane in which it lies along x and begins at (0, 0). */
function levelled({ left, right }: MirrorLine): { angle: number; map: Affine } {
  const [dx, dy] = [right.x - left.x, right.y - left.y];
  // Ends that were dragged past one another are the same line.
  const angle = Math.atan2(dx < 0 ? -dy : dy, Math.abs(dx) || 1e-6);
  return { angle, map: multiply(rotation(-angle), translation(-left.x, -left.y)) };
}

/** The map that mirrors, px of the layer: what stands so high above the line lies as far below it, times the length. */
export function mirrorMap(values: ReflectionValues, box: Box): Homography {
  const line = mirrorLine(values, box);
  const { map } = levelled(line);
  const back = invert(map)!;
  const upright = multiply(back, multiply(scaling(1, -values.tilt / 100), map));
  if (values.lies !== 'corners' || !values.corners) return projective(upright);
  const quad = boxToQuad(mirrored(box, line), values.corners);
  return quad
    ? compose(quad, projective(multiply(back, multiply(scaling(1, -1), map))))
    : projective(upright);
}

/** The box of what is mirrored, in a level mirror. */
export function mirrored(box: Box, line: MirrorLine): Box {
  const { map } = levelled(line);
  return boxUnder(multiply(invert(map)!, multiply(scaling(1, -1), map)), box);
}

/** From px of the render to a grid on which the line lies along x at 0, coarser across the line by `by`. */
export function floorGrid(line: MirrorLine, map: Affine, by: number): Affine {
  const [a, b] = [apply(map, line.left), apply(map, line.right)];
  const { map: flat } = levelled({ left: a, right: b });
  return multiply(scaling(1, 1 / by), flat);
}

/** The box that stands for all lights of a scene, which lies in a box of its own: they stand on a floor in its lower part. */
export const lightsBox = (scene: Box): Box => ({
  ...scene,
  y1: scene.y0 + FLOOR * (scene.y1 - scene.y0),
});

/** What lies higher is no floor, a share of the height of the scene. */
const FLOOR = 0.75;
