import { defineStep } from '../../definitions/step';
import { each, fromLight, lightOf, toOklab } from '../../fields/colours';
import { decoded, max, min, subtract } from '../../fields/field';
import { gradedEncoded } from './graded';

export const invert = defineStep({
  kind: 'grade.invert',
  label: 'Invert',
  help: 'Turns tones round: white becomes black. What is brighter than white is black too.',
  parameters: {
    of: {
      kind: 'choice',
      label: 'Inverts',
      help: 'Whether hues turn round too, or light and dark alone.',
      options: [
        { value: 'colours', label: 'Colours' },
        { value: 'lightness', label: 'Lightness alone' },
      ],
      default: 'colours',
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, { of }, context) =>
    gradedEncoded(input, context, (colour) => {
      if (of === 'colours') return each(colour, (v) => subtract(1, min(1, v)));
      const [l, a, b] = toOklab(each(colour, decoded));
      return fromLight(lightOf([max(0, subtract(1, l)), a, b]), 'displayed');
    }),
});
