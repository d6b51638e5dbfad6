import { length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import { add, max, subtract } from '../../fields/field';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { scoped } from '../../pixels/heap';
import { intersect } from '../../pixels/region';
import { gradedEncoded } from '../grade/graded';
import { blurredColour } from './blurred-colour';

export const highPass = defineStep({
  kind: 'blur.high-pass',
  label: 'High-pass',
  help: 'Leaves what is finer than a radius, on middle grey: laid over by overlay or soft light, it sharpens.',
  parameters: {
    radius: {
      ...length('Radius', 8, { min: 0.3, max: 400, slider: [0.5, 60] }),
      help: 'What is larger than this becomes grey, what is finer stays.',
      step: 0.5,
    },
    grey: {
      kind: 'switch',
      label: 'Without colour',
      help: 'Differences of brightness alone.',
      default: true,
    },
  },
  margin: ({ radius }, scale) => blurMargin(radius * scale),
  keepsShape: true,
  apply: (input, { radius, grey }, context) =>
    scoped(() => {
      const { scale, wanted, mixing } = context;
      const other = gaussianBlur(input, radius * scale, intersect(input.region, wanted));
      return gradedEncoded(
        input,
        context,
        (colour) => {
          const soft = blurredColour(mixing);
          if (grey) {
            const tone = max(0, add(0.5, subtract(lumaOf(colour), lumaOf(soft))));
            return [tone, tone, tone];
          }
          return each(colour, (v, i) => max(0, add(0.5, subtract(v, soft[i]!))));
        },
        { other },
      );
    }),
});
