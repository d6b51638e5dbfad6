import type { StartingPoint, PassValues } from './parts';
import { newLineOf, newShape } from '../model/make';
import { pass } from './parts';
import { hotCore, hotHalo } from '../../sources/pass';

export const blade: StartingPoint = {
  name: 'blade',
  label: 'Blade',
  help: 'A white bar with a round tip and a flat foot, and three coloured halos.',
  make(side) {
    const w = side / 62;
    const light = '#2a7bff';
    // A tip as long as half the width is round.
    const bar: PassValues = { end: 1.7, point: 'rounded', cap: 'flat' };
    return newLineOf('Blade', {
      light,
      shape: newShape('beam', { length: Math.round(side * 0.5) }),
      passes: [
        pass('Halo', { ...hotHalo(w), ...bar, colour: light }),
        pass('Foot flare', {
          ...hotHalo(0.8 * w),
          ...{ dashes: true, dash: 0, gap: 20_000, fit: false },
          ...{ colour: light, intensity: 3, tailReach: Math.round(6 * w) },
        }),
        pass('Core', { ...hotCore(1.08 * w), ...bar, colour: light, intensity: 5.4 }),
      ],
    });
  },
};
