import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { gradeRamp } from '../../kernels/grade';
import { flatTable, packed } from '../../pixels/ramp-table';
import { rgb } from '../../pixels/colour';
import { onCopy } from './on-copy';

export const tint = defineStep({
  kind: 'grade.tint',
  label: 'Tint',
  help: 'Washes the layer with one colour; its opacity stays as it is.',
  parameters: {
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour that all is turned to; light and shade stay.',
      default: '#ff7a3c',
    },
    amount: { ...percent('Amount', 60), help: 'How much of the tint there is.' },
    keepLight: {
      kind: 'switch',
      label: 'Keep tones',
      help: 'The colour follows the tones of the layer.',
      default: true,
    },
  },
  margin: () => 0,
  keepsShape: true,
  /** Up to mid-grey the colour darkens towards black, above it pales towards white. */
  apply(input, { colour, amount, keepLight }, context) {
    const [r, g, b] = rgb(colour);
    const whole = [r, g, b, 1];
    const ramp = keepLight
      ? packed([
          { at: 0, colour: [0, 0, 0, 1] },
          { at: 0.5, colour: whole },
          { at: 1, colour: [1, 1, 1, 1] },
        ])
      : flatTable(whole);
    return onCopy(input, context, (copy) => gradeRamp(copy, context.mixing, ramp, amount / 100));
  },
});
