import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { distance, divide, max, multiply, subtract } from '../../fields/field';
import { centre } from '../../definitions/centre';
import { beyond, distortMargin, distorted, isCarriedFar } from './distorted';

/** How far anything is moved at most, as a share of the radius: the most of t(1 − t²)², times the amount. */
const FARTHEST = 0.287;

export const swell = defineStep({
  kind: 'distort.swell',
  label: 'Swell and pinch',
  help: 'Draws the picture outwards from a place, or together towards it.',
  parameters: {
    centre,
    amount: {
      ...percent('Swell', 60, -100, 100),
      help: 'Bulges the middle out; below 0 it is pinched in.',
    },
    radius: length('Radius', 700, {
      help: 'How far out it bulges.',
      min: 1,
      max: 8000,
      slider: [20, 1500],
    }),
    beyond,
  },
  arms: [{ length: 'radius', label: 'Radius' }],
  seesPlace: true,
  inLens: true,
  reachesAll: isCarriedFar,
  margin: ({ radius }, scale) => distortMargin(FARTHEST * radius, scale),
  /** r ↦ r(1 − a(1 − (r/R)²)²), which rises for any a up to 0.9. */
  apply: (input, v, context) =>
    distorted(input, context, {
      ...{ centre: v.centre, beyond: v.beyond, reach: FARTHEST * v.radius },
      way: (x, y) => {
        const t = divide(distance(x, y), v.radius);
        const inside = max(0, subtract(1, multiply(t, t)));
        const by = multiply((-0.9 * v.amount) / 100, inside, inside);
        return [multiply(x, by), multiply(y, by)];
      },
    }),
});
