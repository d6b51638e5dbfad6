import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, least, lightColour } from '../../fields/colours';
import { divide, max, min, multiply, subtract } from '../../fields/field';
import { baseOf, evenBase, evenMargin } from '../../kernels/even-base';
import { crop } from '../../pixels/buffer';
import { rgb } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { grow, intersect } from '../../pixels/region';
import { gradedLight } from './graded';

/** Of what lies behind haze so much stays at least: where there is nothing but haze, nothing is blown up. */
const LEAST = 0.1;

export const clearHaze = defineStep({
  kind: 'grade.clear-haze',
  label: 'Clear the haze',
  help: 'Takes away the light that haze adds, more where it is thick; below 0 it lays haze on.',
  parameters: {
    amount: {
      ...percent('Clear', 50, -100, 100),
      help: 'How much of the haze is taken away; below 0 some is added.',
    },
    colour: {
      kind: 'colour',
      label: 'Colour of the haze',
      help: 'The colour of the air that veils what is far away.',
      default: '#c8d2dc',
    },
    size: {
      ...length('Size', 60, { min: 5, max: 400, slider: [10, 200] }),
      help: 'How large areas are over which haze is even.',
    },
  },
  margin: ({ size }, scale) => evenMargin(size * scale),
  keepsShape: true,
  /**
   * I = J·t + A·(1 − t) in linear light, where haze of the colour A covers 1 − t; it is thick where the least of all channels, as
   * shares of A, is high (the dark channel: He, Sun and Tang, CVPR 2009), even within edges.
   */
  apply: (input, { amount, colour, size }, context) =>
    scoped(() => {
      const { mixing, wanted, scale } = context;
      const sigma = size * scale;
      const air = rgb(colour, 'light').map((v) => Math.max(0.02, v));
      const near = crop(input, intersect(input.region, grow(wanted, evenMargin(sigma))));
      const dark = min(1, least(each(lightColour(mixing), (v, i) => divide(v, air[i]!))));
      const other = evenBase(near, sigma, 0.05 ** 2, dark, wanted);
      return gradedLight(
        input,
        context,
        (light) => {
          const own = min(1, least(each(light, (v, i) => divide(v, air[i]!))));
          const haze = multiply(amount / 100, min(1, max(0, baseOf(own))));
          const shows = max(LEAST, subtract(1, haze));
          return each(light, (v, i) =>
            max(0, divide(subtract(v, multiply(air[i]!, subtract(1, shows))), shows)),
          );
        },
        { other },
      );
    }),
});
