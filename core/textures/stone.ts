import { defineTexture } from '../definitions/texture';
import { abs, add, multiply, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn } from './space';

export const stone = defineTexture({
  kind: 'stone',
  label: 'Stone',
  help: 'Rough rock with cracks and grains.',
  family: 'Grown',
  colours: rampOf([
    [0, '#14110f'],
    [60, '#6d655c'],
    [100, '#d8cfc2'],
  ]),
  parameters: {},
  surface(_, space) {
    const folded = subtract(multiply(fractalOn(space, 4, 4, { count: 6 }), 2), 1);
    const grain = fractalOn(space, 30, 30, { count: 3, seed: 20 });
    return { tone: add(subtract(0.75, multiply(abs(folded), 1.4)), multiply(0.35, grain)) };
  },
});
