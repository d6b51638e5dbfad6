import type { Point } from '../../geometry/affine';
import { apply } from '../../geometry/affine';
import type { StepContext } from '../../definitions/step';
import type { Swing } from '../../kernels/swing';
import { swung } from '../../kernels/swing';
import type { ColourBuffer } from '../../pixels/buffer';
import { centreOf } from '../../definitions/centre';

import { inLight } from './in-light';

/** Pixels swung about a place (px of the layer; the middle of the picture if null), in light. */
export function swungAbout(
  input: ColourBuffer,
  context: StepContext,
  own: Point | null,
  swing: Omit<Swing, 'centre'>,
): ColourBuffer {
  const { map, scene, mixing, wanted } = context;
  const centre = apply(map, centreOf(own, context));
  // The farthest corner of the picture says how many samples are taken, for every region alike.
  const distance = Math.max(
    ...[scene.x0, scene.x1].flatMap((x) =>
      [scene.y0, scene.y1].map((y) => Math.hypot(x - centre.x, y - centre.y)),
    ),
  );
  return inLight(input, mixing, (light) => swung(light, { ...swing, centre }, distance, wanted));
}
