import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { add, multiply } from '../../fields/field';
import { centre } from '../../definitions/centre';
import { beyond, distortMargin, distorted } from './distorted';

/** The half diagonal of the picture, px of lengths. */
const halfDiagonal = (scene: { x0: number; y0: number; x1: number; y1: number }, scale: number) =>
  Math.hypot(scene.x1 - scene.x0, scene.y1 - scene.y0) / 2 / scale;

export const lensDistortion = defineStep({
  kind: 'distort.lens',
  label: 'Lens distortion',
  help: 'Bends straight lines as a lens does: outwards as a barrel, inwards as a cushion; or takes that away.',
  parameters: {
    centre,
    barrel: {
      ...percent('Barrel', 20, -100, 100),
      help: 'Bends straight lines outwards as a wide lens does; below 0 inwards.',
    },
    rim: { ...percent('At the rim', 0, -100, 100), help: 'How much more near the corners.' },
    zoom: {
      ...percent('Zoom', 100, 20, 400),
      help: 'Enlarges what is left, so that no edge shows.',
    },
    beyond,
  },
  seesPlace: true,
  inLens: true,
  reachesAll: true,
  margin: (_values, scale) => distortMargin(0, scale),
  /** r ↦ r(1 + k₁r² + k₂r⁴) in half diagonals (Brown, 1966). */
  apply: (input, v, context) => {
    const half = halfDiagonal(context.scene, context.scale);
    const zoom = 100 / v.zoom;
    const [k1, k2] = [v.barrel / 200, v.rim / 200];
    return distorted(input, context, {
      ...{ centre: v.centre, beyond: v.beyond, reach: Infinity },
      way: (x, y) => {
        const r2 = multiply(add(multiply(x, x), multiply(y, y)), (zoom / half) ** 2);
        const by = add(zoom - 1, multiply(zoom, r2, add(k1, multiply(k2, r2))));
        return [multiply(x, by), multiply(y, by)];
      },
    });
  },
});
