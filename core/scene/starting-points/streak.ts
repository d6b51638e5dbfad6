import type { StartingPoint, PassValues } from './parts';
import { lighten } from '../../pixels/colour';
import { rampOf } from '../../pixels/ramp';
import { newLineOf } from '../model/make';
import { curve, pass } from './parts';

export const streak: StartingPoint = {
  name: 'streak',
  label: 'Streak',
  help: 'A long sweep that runs into a point at both ends.',
  make(side) {
    const u = side / 200;
    const [light, second] = ['#ff7a2f', '#ff2f6d'];
    const thin: PassValues = { start: 55, end: 45, point: 'pointed', cap: 'flat' };
    const two: PassValues = {
      paint: 'along',
      ramp: rampOf([
        [0, second],
        [100, light],
      ]),
    };
    return newLineOf('Streak', {
      light,
      shape: curve(
        side,
        [-0.34, 0.1, 0.16, -0.02],
        [0.02, -0.03, 0.13, -0.035],
        [0.34, 0.02, -0.09, -0.06],
      ),
      passes: [
        pass('Ambient', { ...thin, ...two, width: 20 * u, blur: 7 * u, opacity: 75 }),
        pass('Colour', { ...thin, ...two, width: 7 * u, blur: 1.6 * u }),
        pass('Highlight', {
          ...thin,
          width: 3.4 * u,
          blur: 0.6 * u,
          colour: lighten(light, 0.5),
          opacity: 90,
        }),
        pass('Core', { ...thin, width: 1.7 * u, colour: '#fff6ea', core: true }),
      ],
    });
  },
};
