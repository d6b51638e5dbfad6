import type { StartingPoint, PassValues } from './parts';
import { lighten } from '../../pixels/colour';
import { newLineOf, newShape } from '../model/make';
import { pass } from './parts';

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
        pass('Far halo', { ...bar, width: 6 * w, blur: 4.6 * w, colour: '#0a4dff', opacity: 72 }),
        pass('Halo', { ...bar, width: 2.5 * w, blur: 1.2 * w, colour: '#1668ff' }),
        pass('Near halo', {
          ...bar,
          width: 1.4 * w,
          blur: 0.26 * w,
          colour: lighten(light, 0.25),
        }),
        pass('Foot flare', {
          dashes: true,
          dash: 0,
          gap: 20_000,
          fit: false,
          width: 2.2 * w,
          blur: 0.9 * w,
          colour: lighten(light, 0.3),
          opacity: 80,
        }),
        pass('Core', { ...bar, width: 0.86 * w, blur: 0.07 * w, colour: '#ffffff', core: true }),
      ],
    });
  },
};
