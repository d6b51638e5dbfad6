import { percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, multiply, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn } from './space';

export const flakes = defineTexture({
  kind: 'flakes',
  label: 'Flaked paint',
  help: 'Paint that has come off in patches.',
  family: 'Worn',
  colours: rampOf([
    [0, '#3a2c22'],
    [45, '#4a3a2e'],
    [55, '#5fa3a0'],
    [100, '#7cc0b8'],
  ]),
  parameters: {
    left: { ...percent('What is left', 50), help: 'How much of the paint is still there.' },
  },
  surface({ left }, space) {
    const worn = fractalOn(space, 3, 3, { count: 6 });
    // Noise of several sizes lies about its middle: a third of it to either side is all.
    return { tone: add(multiply(subtract(worn, 0.5 + (50 - left) / 150), 9), 0.5) };
  },
});
