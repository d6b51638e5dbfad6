import { defineStep } from '../../definitions/step';
import { blurMargin, gaussianBlur } from '../../kernels/blur';

export const gaussian = defineStep({
  kind: 'blur.gaussian',
  label: 'Gaussian blur',
  help: 'Softens evenly in every direction.',
  parameters: {
    sigma: {
      kind: 'number',
      label: 'Blur',
      help: 'Standard deviation of the Gaussian.',
      unit: 'σ px',
      min: 0,
      max: 1000,
      slider: [0, 120],
      step: 1,
      default: 8,
    },
  },
  margin: ({ sigma }, scale) => blurMargin(sigma * scale),
  apply: (input, { sigma }, { scale, wanted }) => gaussianBlur(input, sigma * scale, wanted),
});
