import type { CurveParameter } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import type { Triple } from '../../fields/colours';
import { each, fromLight, lightOf, toOklab } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { decoded, looked, max } from '../../fields/field';
import type { CurvePoints } from '../../geometry/curve';
import { luma, shown } from '../../pixels/colour';
import { isPlain, toneTable, withToneAt } from '../../geometry/tone-curve';
import { gradedEncoded } from './graded';

const plain = (): CurvePoints => [
  [0, 0],
  [1, 1],
];

const curve = (
  label: string,
  tones: NonNullable<CurveParameter['tones']>,
  help: string,
): CurveParameter => ({
  ...{ kind: 'curve', label, help, low: 0, tones },
  default: plain(),
});

/** Numbers of the table of a curve. */
const SIZE = 1025;
const KEYS = ['all', 'red', 'green', 'blue', 'lightness'] as const;

export const curves = defineStep({
  kind: 'grade.curves',
  label: 'Curves',
  help: 'Gives every tone another by a curve: all channels, one of them, or the lightness without the colour.',
  example: {
    all: [
      [0, 0],
      [0.28, 0.14],
      [0.74, 0.88],
      [1, 1],
    ],
  },
  parameters: {
    all: curve(
      'All channels',
      'luma',
      'From the tone that is there, below, to the tone that it becomes.',
    ),
    red: curve('Red', 'red', 'Of red alone.'),
    green: curve('Green', 'green', 'Of green alone.'),
    blue: curve('Blue', 'blue', 'Of blue alone.'),
    lightness: curve(
      'Lightness',
      'luma',
      'Of the lightness (Oklab); colours stay as strong as they are.',
    ),
  },
  picks: {
    label: 'Put a point where the stage is picked',
    values: (colour, { all }) => ({ all: withToneAt(all, shown(Math.max(0, luma(...colour)))) }),
  },
  margin: () => 0,
  keepsShape: true,
  /** Encoded tones; above white a curve goes on as straight as it ends. */
  apply: (input, values, context) => {
    const tables = new Float32Array(KEYS.length * SIZE);
    KEYS.forEach((key, n) => tables.set(toneTable(values[key], SIZE), n * SIZE));
    const by = (v: Term, n: number): Term =>
      isPlain(values[KEYS[n]!])
        ? v
        : max(0, looked(v, { at: n * SIZE, count: SIZE, low: 0, high: 1, goesOn: true }));
    return gradedEncoded(
      input,
      context,
      (colour) => {
        const own: Triple = each(
          each(colour, (v, c) => by(v, c + 1)),
          (v) => by(v, 0),
        );
        if (isPlain(values.lightness)) return own;
        const [l, a, b] = toOklab(each(own, decoded));
        return fromLight(lightOf([by(l, 4), a, b]), 'displayed');
      },
      { tables },
    );
  },
});
