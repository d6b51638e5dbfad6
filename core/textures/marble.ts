import { percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, multiply, sine } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn, onUnit } from './space';

export const marble = defineTexture({
  kind: 'marble',
  label: 'Marble',
  help: 'Veins that run aslant, bent as in a stone that once flowed.',
  family: 'Grown',
  colours: rampOf([
    [0, '#4d545e'],
    [45, '#cfd4d9'],
    [100, '#ffffff'],
  ]),
  parameters: {
    veins: {
      ...percent('Veins', 100, 10, 1000),
      help: 'How many veins there are.',
      slider: [20, 300],
    },
    bent: { ...percent('Bent', 100, 0, 500), help: 'How far the veins wander.', slider: [0, 250] },
  },
  surface({ veins, bent }, space) {
    const noise = fractalOn(space, 3, 3, { count: 6 });
    const turns = add(
      multiply(space.x, onUnit((3 * veins) / 100, space)),
      multiply(space.y, onUnit((1.3 * veins) / 100, space)),
      multiply(noise, (3.2 * bent) / 100),
    );
    return { tone: add(0.5, multiply(0.5, sine(turns))) };
  },
});
