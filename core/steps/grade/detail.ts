import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { evenMargin } from '../../kernels/even-base';
import { liftedDetail, strengthened } from './even-tones';

export const detail = defineStep({
  kind: 'grade.detail',
  label: 'Fine detail',
  help: 'Brings out the grain of surfaces, or smooths it away, and leaves edges as sharp as they are.',
  parameters: {
    size: {
      ...length('Size', 3, { min: 0.5, max: 30, slider: [0.5, 12] }),
      help: 'Detail up to this size is set off.',
      step: 0.5,
    },
    detail: {
      ...percent('Detail', 60, -100, 300),
      help: 'How much fine detail is set off; below 0 it is smoothed.',
    },
  },
  margin: ({ size }, scale) => evenMargin(size * scale),
  keepsShape: true,
  apply: (input, { size, detail }, context) =>
    liftedDetail(
      input,
      context,
      { sigma: size * context.scale, even: 0.025 },
      strengthened(detail / 100),
    ),
});
