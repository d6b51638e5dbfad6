import type { StartingPoint, PassValues } from './parts';
import { rampOf } from '../../pixels/ramp';
import { newLineOf } from '../model/make';
import { curve, pass } from './parts';
import { hotCore, hotHalo } from '../../sources/pass';

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
        pass('Halo', { ...hotHalo(4 * u), ...thin, ...two, tail: 1.6, intensity: 3 }),
        pass('Core', { ...hotCore(3.6 * u), ...thin, ...two, intensity: 4 }),
      ],
    });
  },
};
