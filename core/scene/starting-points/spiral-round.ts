import type { StartingPoint, PassValues } from './parts';
import { newLineOf, newShape } from '../model/make';
import { pass } from './parts';
import { hotCore, hotHalo } from '../../sources/pass';

export const spiral: StartingPoint = {
  name: 'spiral',
  label: 'Spiral round',
  help: 'Turns that rise round something upright.',
  make(side) {
    const light = '#ffb52e';
    const u = side / 220;
    const thin: PassValues = { start: 30, end: 30, point: 'pointed', cap: 'flat' };
    return newLineOf('Spiral round', {
      light,
      shape: newShape('spiral', {
        turns: 3.5,
        inner: Math.round(side * 0.1),
        outer: Math.round(side * 0.1),
        rise: Math.round(side * 0.34),
        flat: 26,
      }),
      passes: [
        pass('Halo', { ...hotHalo(1.9 * u), ...thin, colour: light, intensity: 4 }),
        pass('Core', { ...hotCore(1.8 * u), ...thin, colour: light, intensity: 4.4 }),
      ],
    });
  },
};
