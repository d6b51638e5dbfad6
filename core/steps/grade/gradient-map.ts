import { percent } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import { gradeRamp } from '../../kernels/grade';
import { rampColours, rampSpaces } from '../../pixels/ramp';
import type { Mixing } from '../../pixels/colour';
import type { RampSpace, Stop } from '../../pixels/ramp';
import { onCopy } from './on-copy';

/** Colours of the ramp; between them a grade interpolates. */
const SIZE = 256;

export const gradientMap = defineStep({
  kind: 'grade.gradient-map',
  label: 'Gradient map',
  help: 'Gives every tone a colour of its own: one for the dark, one for the middle, one for the light.',
  parameters: {
    dark: { kind: 'colour', label: 'Dark', default: '#0b1026' },
    middle: { kind: 'colour', label: 'Middle', default: '#b0452c' },
    light: { kind: 'colour', label: 'Light', default: '#ffe9b8' },
    centre: percent('Middle at', 50, 1, 99),
    amount: percent('Amount', 100),
    space: {
      kind: 'choice',
      label: 'Mix',
      help: 'Where the colours mix: as the scene mixes light, or evenly to the eye.',
      options: rampSpaces,
      default: 'oklab',
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply(input, { dark, middle, light, centre, amount, space }, context) {
    const stops = [
      { at: 0, colour: dark },
      { at: centre / 100, colour: middle },
      { at: 1, colour: light },
    ];
    const ramp = rampOf(stops, space as RampSpace, context.mixing);
    return onCopy(input, context, (copy) => gradeRamp(copy, context.mixing, ramp, amount / 100));
  },
});

let last: { key: string; ramp: Float32Array } | null = null;

/** The ramp, or the last one if it is the same: a drag of anything else asks for it in every frame. */
function rampOf(stops: readonly Stop[], space: RampSpace, mixing: Mixing): Float32Array {
  const key = JSON.stringify([stops, space, mixing]);
  if (last?.key !== key) last = { key, ramp: rampColours(stops, space, mixing, SIZE) };
  return last.ramp;
}
