import type { NumberParameter } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import type { Term } from '../../fields/field';
import { add, divide, max, min, multiply, power, subtract } from '../../fields/field';
import { each } from '../../fields/colours';
import { gradedEncoded } from './graded';

const ends = (section: string, label: string, value: number, help: string) =>
  ({
    ...{ kind: 'number', section, label, help, unit: '%', min: 0, max: 100, step: 0.5 },
    default: value,
    absent: value,
  }) as const satisfies NumberParameter;

const middle = (section: string) =>
  ({
    ...{ kind: 'number', section, label: 'Middle', unit: '', min: 0.2, max: 5, step: 0.02 },
    help: 'The power by which the tones between are lifted (above 1) or lowered.',
    slider: [0.25, 4],
    default: 1,
    absent: 1,
  }) as const satisfies NumberParameter;

/** Where black, the middle and white of what comes in are. */
const input = (section: string) =>
  [
    ends(section, 'Black', 0, 'This tone and all below it become black.'),
    middle(section),
    ends(section, 'White', 100, 'This tone becomes white; what is brighter goes straight on.'),
  ] as const;

const [black, mid, white] = input('All channels');
const [redBlack, redMiddle, redWhite] = input('Red');
const [greenBlack, greenMiddle, greenWhite] = input('Green');
const [blueBlack, blueMiddle, blueWhite] = input('Blue');

/** Black and white are at least so far apart. */
const APART = 0.02;

/** v ↦ ((v − black) / (white − black))^(1/middle) on encoded values, above white straight on; black and white in %. */
function stretched(v: Term, black = 0, middle = 1, white = 100): Term {
  if (black === 0 && middle === 1 && white === 100) return v;
  const from = Math.min(black / 100, 1 - APART);
  const span = Math.max(APART, white / 100 - from);
  const t = max(0, divide(subtract(v, from), span));
  if (middle === 1) return t;
  const beyond = multiply(1 / middle, max(0, subtract(t, 1)));
  return add(power(min(1, t), 1 / middle), beyond);
}

export const levels = defineStep({
  kind: 'grade.levels',
  label: 'Levels',
  help: 'Says which tone is black, which white, and how bright the middle is; for all or for single channels.',
  example: { black: 12, white: 82, middle: 1.15 },
  parameters: {
    black,
    middle: mid,
    white,
    outBlack: ends('All channels', 'Black becomes', 0, 'The tone that black is shown as.'),
    outWhite: ends('All channels', 'White becomes', 100, 'The tone that white is shown as.'),
    ...{ redBlack, redMiddle, redWhite },
    ...{ greenBlack, greenMiddle, greenWhite },
    ...{ blueBlack, blueMiddle, blueWhite },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (picture, values, context) => {
    const own = [
      [values.redBlack, values.redMiddle, values.redWhite],
      [values.greenBlack, values.greenMiddle, values.greenWhite],
      [values.blueBlack, values.blueMiddle, values.blueWhite],
    ] as const;
    const { outBlack = 0, outWhite = 100 } = values;
    return gradedEncoded(picture, context, (colour) =>
      each(colour, (v, channel) => {
        const shown = stretched(
          stretched(v, ...own[channel]!),
          ...[values.black, values.middle, values.white],
        );
        return add(outBlack / 100, multiply((outWhite - outBlack) / 100, shown));
      }),
    );
  },
});
