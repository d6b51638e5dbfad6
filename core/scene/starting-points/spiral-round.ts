import type { StartingPoint, PassValues } from './parts';
import { lighten } from '../../pixels/colour';
import { newLineOf, newShape } from '../model/make';
import { pass } from './parts';

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
        pass('Ambient', { ...thin, width: 11 * u, blur: 6 * u, colour: light, opacity: 45 }),
        pass('Colour', { ...thin, width: 3.4 * u, blur: u, colour: light }),
        pass('Highlight', {
          ...thin,
          width: 1.8 * u,
          blur: 0.35 * u,
          colour: lighten(light, 0.4),
          opacity: 85,
        }),
        pass('Core', { ...thin, width: 0.9 * u, colour: '#ffffff', core: true }),
      ],
    });
  },
};
