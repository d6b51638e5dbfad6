import { angle, length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import type { Term } from '../../fields/field';
import { abs, add, divide, floor, multiply, sine, subtract } from '../../fields/field';
import { beyond, distortMargin, distorted, isCarriedFar } from './distorted';

export const wave = defineStep({
  kind: 'distort.wave',
  label: 'Wave',
  help: 'Waves that run one way: a flag, water, a bent pane; across their way or along it.',
  first: ['height', 'length', 'angle'],
  parameters: {
    angle: { ...angle('Angle', 0), help: 'Which way the waves run, clockwise from the right.' },
    height: length('Height', 40, {
      help: 'How far the waves push the picture.',
      max: 500,
      slider: [0, 150],
    }),
    length: length('Wavelength', 420, {
      help: 'From one wave to the next.',
      min: 2,
      max: 8000,
      slider: [10, 1000],
    }),
    phase: angle('Phase', 0, { help: 'How far the waves have run on.' }),
    moves: {
      kind: 'choice',
      label: 'Displaces',
      help: 'Whether the waves push sideways, or forward and back.',
      options: [
        { value: 'across', label: 'across its way' },
        { value: 'along', label: 'along its way' },
      ],
      default: 'across',
    },
    form: {
      kind: 'choice',
      label: 'Form',
      help: 'Whether the waves are round, or come to a point.',
      options: [
        { value: 'round', label: 'Round' },
        { value: 'pointed', label: 'Pointed' },
      ],
      default: 'round',
    },
    beyond,
  },
  arms: [{ length: 'length', angle: 'angle', label: 'Wavelength' }],
  seesPlace: true,
  inLens: true,
  reachesAll: isCarriedFar,
  margin: ({ height }, scale) => distortMargin(height, scale),
  apply: (input, v, context) => {
    const turn = (v.angle * Math.PI) / 180;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const form = (t: Term): Term => (v.form === 'round' ? sine(t) : pointed(t));
    return distorted(input, context, {
      ...{ centre: null, beyond: v.beyond, reach: v.height },
      way: (x, y) => {
        const along = add(multiply(c, x), multiply(s, y));
        const by = multiply(v.height, form(subtract(divide(along, v.length), v.phase / 360)));
        return v.moves === 'along'
          ? [multiply(c, by), multiply(s, by)]
          : [multiply(-s, by), multiply(c, by)];
      },
    });
  },
});

/** A wave of straight sides, −1 to 1, one a unit; 0 and rising at 0. */
const pointed = (t: Term): Term => {
  const u = subtract(add(t, 0.75), floor(add(t, 0.75)));
  return subtract(multiply(4, abs(subtract(u, 0.5))), 1);
};
