import type { NumberParameter } from '../../definitions/parameter';
import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { add, max, min, multiply, subtract } from '../../fields/field';
import { gradedEncoded } from './graded';

const towards = (section: string, label: string, against: string) =>
  ({
    ...percent(label, 0, -100, 100),
    section,
    help: `Below 0 towards ${against}.`,
  }) satisfies NumberParameter;

/** What a whole slider adds at most, of 0–1. */
const MOST = 0.35;

export const colourBalance = defineStep({
  kind: 'grade.colour-balance',
  label: 'Colour balance',
  help: 'Moves dark, middle and bright tones towards colours of their own.',
  example: { darkBlue: 45, darkRed: -15, brightRed: 40, brightBlue: -25 },
  first: ['red', 'green', 'blue'],
  parameters: {
    darkRed: towards('Dark tones', 'To red', 'cyan'),
    darkGreen: towards('Dark tones', 'To green', 'magenta'),
    darkBlue: towards('Dark tones', 'To blue', 'yellow'),
    red: towards('Middle tones', 'To red', 'cyan'),
    green: towards('Middle tones', 'To green', 'magenta'),
    blue: towards('Middle tones', 'To blue', 'yellow'),
    brightRed: towards('Bright tones', 'To red', 'cyan'),
    brightGreen: towards('Bright tones', 'To green', 'magenta'),
    brightBlue: towards('Bright tones', 'To blue', 'yellow'),
    keepLight: {
      kind: 'switch',
      label: 'Keep tones',
      help: 'Every tone stays as bright as it is.',
      default: true,
    },
  },
  margin: () => 0,
  keepsShape: true,
  /**
   * Each encoded channel is moved by what its px asks for by its luma t: dark tones by (1 − t)², bright ones by t², the middle by
   * 2t(1 − t), which sum up to 1. Black and what is beyond white are not moved by the middle.
   */
  apply: (input, v, context) =>
    gradedEncoded(input, context, (colour) => {
      const t = min(1, lumaOf(colour));
      const rest = subtract(1, t);
      const weights = [multiply(rest, rest), multiply(2, t, rest), multiply(t, t)] as const;
      const asked = [
        [v.darkRed, v.red, v.brightRed],
        [v.darkGreen, v.green, v.brightGreen],
        [v.darkBlue, v.blue, v.brightBlue],
      ] as const;
      const moves = asked.map((way): Term => {
        const [dark, middle, bright] = way.map((a, i) => multiply((a / 100) * MOST, weights[i]!));
        return add(dark!, middle!, bright!);
      });
      const lift: Term = v.keepLight ? lumaOf([moves[0]!, moves[1]!, moves[2]!]) : 0;
      return each(colour, (c, i) => max(0, add(c, subtract(moves[i]!, lift))));
    }),
});
