import type { StartingPoint } from './parts';
import { corner } from '../../geometry/path';
import { newLineOf, newModifier } from '../model/make';
import { pass, open } from './parts';
import { hotCore, hotHalo } from '../../sources/pass';

export const bolt: StartingPoint = {
  name: 'lightning',
  label: 'Lightning',
  help: 'An arc with branches; another seed makes another.',
  make(side) {
    const light = '#7fa8ff';
    const u = side / 260;
    return newLineOf('Lightning', {
      light,
      shape: open(corner(0.03 * side, -0.24 * side), corner(-0.04 * side, 0.24 * side)),
      modifiers: [
        newModifier('jitter', {
          rough: Math.round(side / 24),
          detail: 7,
          branches: 8,
          reach: 30,
          spread: 46,
          thin: 55,
          seed: 11,
        }),
      ],
      passes: [
        pass('Halo', {
          ...hotHalo(1.5 * u),
          colour: light,
          end: 30,
          tailReach: Math.round(60 * u),
        }),
        pass('Core', { ...hotCore(1.4 * u), colour: light, end: 40 }),
      ],
    });
  },
};
