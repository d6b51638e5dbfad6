import { angle, length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { distance, divide, max, min, multiply, sine, subtract } from '../../fields/field';
import { centre } from '../../definitions/centre';
import { beyond, distortMargin, distorted, isCarriedFar } from './distorted';

export const ripple = defineStep({
  kind: 'distort.ripple',
  label: 'Ripple',
  help: 'Rings that run outwards from a place, as on water.',
  first: ['height', 'length', 'reach'],
  parameters: {
    centre,
    height: length('Height', 24, {
      help: 'How far the rings push the picture in and out.',
      max: 500,
      slider: [0, 100],
    }),
    length: length('Wavelength', 140, {
      help: 'From one ring to the next.',
      min: 2,
      max: 4000,
      slider: [5, 400],
    }),
    phase: angle('Phase', 0, { help: 'How far the rings have run out.' }),
    fade: {
      ...percent('Fade', 60),
      help: 'How much flatter rings are at the edge of their reach.',
    },
    reach: length('Reach', 1200, {
      help: 'How far out the rings go before they fade.',
      min: 10,
      slider: [50, 2000],
    }),
    beyond,
  },
  arms: [{ length: 'reach', label: 'Reach' }],
  seesPlace: true,
  inLens: true,
  reachesAll: isCarriedFar,
  margin: ({ height }, scale) => distortMargin(height, scale),
  apply: (input, v, context) => {
    const { height, length: apart, phase, fade, reach } = v;
    return distorted(input, context, {
      ...{ centre: v.centre, beyond: v.beyond, reach: height },
      way: (x, y) => {
        const r = max(1e-3, distance(x, y));
        const flat = subtract(1, multiply(fade / 100, min(1, divide(r, reach))));
        // Rings begin at the centre without a jump and end at their reach.
        const inside = min(1, max(0, multiply(4, subtract(1, divide(r, reach)))));
        const begins = min(1, divide(r, apart / 2));
        const wave = sine(subtract(divide(r, apart), phase / 360));
        const by = divide(multiply(height, wave, flat, inside, begins), r);
        return [multiply(x, by), multiply(y, by)];
      },
    });
  },
});
