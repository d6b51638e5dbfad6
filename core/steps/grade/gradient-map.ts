import { percent } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import { gradeRamp } from '../../kernels/grade';
import type { Mixing } from '../../pixels/colour';
import type { Ramp } from '../../pixels/ramp';
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
    amount: percent('Amount', 100),
  },
  margin: () => 0,
  keepsShape: true,
  apply(input, { ramp, amount }, context) {
    const tones = tableOf(ramp, context.mixing);
    return onCopy(input, context, (copy) => gradeRamp(copy, context.mixing, tones, amount / 100));
  },
});

let last: { key: string; table: Float32Array } | null = null;

/** The table of a ramp, or the last one if it is the same: a drag of anything else asks for it in every frame. */
function tableOf(ramp: Ramp, mixing: Mixing): Float32Array {
  const key = JSON.stringify([ramp, mixing]);
  if (last?.key !== key) last = { key, table: toneTable(ramp, mixing) };
  return last.table;
}
