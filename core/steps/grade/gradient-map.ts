import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { gradeRamp } from '../../kernels/grade';
import { rampOf, toneTable } from '../../pixels/ramp';
import { onCopy } from './on-copy';

export const gradientMap = defineStep({
  kind: 'grade.gradient-map',
  label: 'Gradient map',
  help: 'Gives every tone a colour of its own, from the dark to the light.',
  parameters: {
    ramp: {
      kind: 'ramp',
      label: 'Tones',
      help: 'From the dark to the light; where it is clear, the picture keeps its colour.',
      default: rampOf([
        [0, '#0b1026'],
        [50, '#b0452c'],
        [100, '#ffe9b8'],
      ]),
    },
    amount: { ...percent('Amount', 100), help: 'How much of the new colours there is.' },
  },
  margin: () => 0,
  keepsShape: true,
  apply(input, { ramp, amount }, context) {
    const { mixing, memo } = context;
    const key = `tones ${JSON.stringify([ramp, mixing])}`;
    // A drag of anything else asks for the same in every frame.
    const tones = memo(
      key,
      () => toneTable(ramp, mixing),
      (table) => table.byteLength,
    );
    return onCopy(input, context, (copy) => gradeRamp(copy, mixing, tones, amount / 100));
  },
});
