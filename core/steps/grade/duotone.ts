import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { gradeRamp } from '../../kernels/grade';
import { rampOf, toneTable } from '../../pixels/ramp';
import { onCopy } from './on-copy';

export const duotone = defineStep({
  kind: 'grade.duotone',
  label: 'Duotone',
  help: 'Two inks: one for the dark, one for the light, every tone between mixed of both.',
  parameters: {
    dark: {
      kind: 'colour',
      label: 'Dark',
      help: 'The colour that black becomes.',
      default: '#1a1440',
    },
    bright: {
      kind: 'colour',
      label: 'Bright',
      help: 'The colour that white becomes.',
      default: '#ffd9a0',
    },
    balance: {
      ...percent('Balance', 0, -100, 100),
      help: 'Which of the two takes more of the tones: below 0 the dark, above 0 the bright.',
    },
  },
  margin: () => 0,
  keepsShape: true,
  /** A ramp in Oklab by luma, whose middle stands where the balance says. */
  apply: (input, { dark, bright, balance }, context) => {
    const { mixing, memo } = context;
    const table = memo(
      `duotone ${JSON.stringify([dark, bright, balance, mixing])}`,
      () => {
        const ramp = rampOf([
          [0, dark],
          [100, bright],
        ]);
        ramp.colours[0]!.middle = 50 - 0.4 * balance;
        return toneTable(ramp, mixing);
      },
      (made) => made.byteLength,
    );
    return onCopy(input, context, (copy) => gradeRamp(copy, mixing, table, 1));
  },
});
