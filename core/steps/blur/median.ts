import { length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { medianMargin, medians } from '../../kernels/median';

export const median = defineStep({
  kind: 'blur.median',
  label: 'Median',
  help: 'The middle one of the tones around: dust, scratches and noise go, edges stay; far, flat patches as if painted. Light over 16 times white counts as 16.',
  parameters: {
    radius: {
      ...length('Radius', 3, { max: 60, slider: [0, 20] }),
      help: 'Specks smaller than this go; edges stay.',
      step: 0.5,
    },
  },
  margin: ({ radius }, scale) => medianMargin(radius * scale),
  apply: (input, { radius }, { scale, wanted }) => medians(input, radius * scale, wanted),
});
