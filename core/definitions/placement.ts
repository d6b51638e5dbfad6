import * as v from 'valibot';
import type { Affine } from '../geometry/affine';
import { about, multiply, rotation, scaling, translation } from '../geometry/affine';
import { coordinate, pointSchema } from '../geometry/coordinate';
import { boxToQuad } from '../geometry/quad';

/** Where something stands: moved, scaled, leaning, turned, and its corners carried. */

const LARGEST = 'A layer is at most 1000 times as large as it was made.';
const factor = v.pipe(
  v.number(),
  v.finite(),
  v.minValue(-1000, LARGEST),
  v.maxValue(1000, LARGEST),
);

/** As far as a layer may lean, degrees. */
export const MAX_SHEAR = 85;
const LEAN = `A layer leans at most ${MAX_SHEAR}°.`;

/** Where the corners of a box are carried, before the layer is placed: all in the layer's own px. */
export const cornersSchema = v.pipe(
  v.strictObject({
    box: v.strictObject({ x0: coordinate, y0: coordinate, x1: coordinate, y1: coordinate }),
    /** Top left, top right, bottom right, bottom left. */
    to: v.strictTuple([pointSchema, pointSchema, pointSchema, pointSchema]),
  }),
  v.check(
    ({ box, to }) => boxToQuad(box, to) !== null,
    'The four corners of a layer must go round one way, and none may lie on a line with two others.',
  ),
);

export const placementSchema = v.strictObject({
  /** How far the source is moved, scene px. */
  x: coordinate,
  y: coordinate,
  scaleX: factor,
  scaleY: factor,
  /** How far what stands upright leans to the right, degrees. */
  shear: v.pipe(v.number(), v.minValue(-MAX_SHEAR, LEAN), v.maxValue(MAX_SHEAR, LEAN)),
  /** Clockwise, degrees. */
  rotation: v.pipe(v.number(), v.finite()),
  /** The point that scale and rotation leave in place, in the source's own px. */
  pivotX: coordinate,
  pivotY: coordinate,
  /** Perspective and free corners; null if the layer is as it came. */
  corners: v.nullable(cornersSchema),
});

export type Corners = v.InferOutput<typeof cornersSchema>;
export type Placement = v.InferOutput<typeof placementSchema>;

/** The map from a source's own px to scene px. */
export function placementMap(p: Placement): Affine {
  const lean: Affine = [1, 0, -Math.tan((p.shear * Math.PI) / 180), 1, 0, 0];
  const turn = multiply(
    rotation((p.rotation * Math.PI) / 180),
    multiply(lean, scaling(p.scaleX, p.scaleY)),
  );
  return multiply(translation(p.x, p.y), about({ x: p.pivotX, y: p.pivotY }, turn));
}
