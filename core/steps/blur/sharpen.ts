import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { abs, add, max, min, multiply, smoothstep, subtract } from '../../fields/field';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { scoped } from '../../pixels/heap';
import { intersect } from '../../pixels/region';
import { blurredColour } from './blurred-colour';
import { gradedEncoded } from '../grade/graded';

export const sharpen = defineStep({
  kind: 'blur.sharpen',
  label: 'Sharpen',
  help: 'Strengthens edges by what a blur takes from them, no farther than a limit.',
  parameters: {
    strength: { ...percent('Strength', 80, 0, 500), help: 'How much edges are set off.' },
    radius: {
      ...length('Radius', 1.5, { min: 0.3, max: 100, slider: [0.3, 10] }),
      help: 'How wide the rim of an edge is that is set off: small for detail, large for depth.',
      step: 0.1,
    },
    threshold: {
      ...percent('Threshold', 1, 0, 50),
      help: 'Differences below it are left: noise, not edges.',
    },
    limit: {
      ...percent('Limit', 12, 0, 100),
      help: 'So much of the way from black to white an edge may be lifted or lowered at most.',
    },
  },
  margin: ({ radius }, scale) => blurMargin(radius * scale),
  keepsShape: true,
  /** Encoded tones plus a share of what they have above their blur; the threshold comes in over its own width. */
  apply: (input, { strength, radius, threshold, limit }, context) =>
    scoped(() => {
      const { scale, wanted, mixing } = context;
      const part = intersect(input.region, wanted);
      const other = gaussianBlur(input, radius * scale, part);
      return gradedEncoded(
        input,
        context,
        (colour) => {
          const edge = subtract(lumaOf(colour), lumaOf(blurredColour(mixing)));
          const counts: Term =
            threshold > 0 ? smoothstep(threshold / 200, threshold / 100, abs(edge)) : 1;
          const asked = multiply(strength / 100, edge, counts);
          const lift = min(limit / 100, max(-limit / 100, asked));
          return each(colour, (v) => max(0, add(v, lift)));
        },
        { other },
      );
    }),
});
