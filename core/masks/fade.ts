import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import type { Affine } from '../geometry/affine';
import { invert, multiply, translation } from '../geometry/affine';
import { coordinate } from '../geometry/coordinate';
import { fadePlane } from '../kernels/rows';

export const fadeSchema = v.strictObject({
  kind: v.literal('fade'),
  /** Along a line, or round a point. */
  radial: v.boolean(),
  /** Where all shows, and where nothing does, the mask's own px. */
  x0: coordinate,
  y0: coordinate,
  x1: coordinate,
  y1: coordinate,
});

export type FadeShape = v.InferOutput<typeof fadeSchema>;

export const fade: MaskShapeDefinition<FadeShape> = {
  kind: 'fade',
  works: 'alone',
  label: 'Fade',
  help: 'From all to nothing, along a line or round a point.',
  schema: fadeSchema,
  assets: () => [],
  render(s, { map, wanted }) {
    const back = invert(map);
    const dx = s.x1 - s.x0;
    const dy = s.y1 - s.y0;
    const square = dx * dx + dy * dy;
    if (!back || square === 0) return fadePlane(wanted, [0, 0, 0, 0, 0, 0], false);
    // From px of the render to shares of the way: along it, and across.
    const turn: Affine = [dx / square, -dy / square, dy / square, dx / square, 0, 0];
    return fadePlane(wanted, multiply(turn, multiply(translation(-s.x0, -s.y0), back)), s.radial);
  },
};
