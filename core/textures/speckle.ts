import { defineTexture } from '../definitions/texture';
import { rampOf } from '../pixels/ramp';
import { fractalOn } from './space';

export const speckle = defineTexture({
  kind: 'speckle',
  label: 'Speckle',
  help: 'Small soft grains of every shade.',
  family: 'Grounds',
  colours: rampOf([
    [0, '#17181c'],
    [100, '#d8d4cc'],
  ]),
  parameters: {},
  surface: (_, space) => ({ tone: fractalOn(space, 16, 16, { count: 2 }) }),
});
