import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { evenMargin } from '../../kernels/even-base';
import { liftedDetail, strengthened } from './even-tones';

export const localContrast = defineStep({
  kind: 'grade.local-contrast',
  label: 'Local contrast',
  help: 'Strengthens or softens what stands out from its surroundings, without halos along edges.',
  parameters: {
    size: {
      ...length('Size', 40, { min: 1, max: 400, slider: [4, 150] }),
      help: 'Of what stands out.',
    },
    contrast: {
      ...percent('Contrast', 40, -100, 200),
      help: 'How much light and shade of that size are set apart; below 0 they are evened out.',
    },
  },
  margin: ({ size }, scale) => evenMargin(size * scale),
  keepsShape: true,
  apply: (input, { size, contrast }, context) =>
    liftedDetail(
      input,
      context,
      { sigma: size * context.scale, even: 0.04 },
      strengthened(contrast / 100),
    ),
});
