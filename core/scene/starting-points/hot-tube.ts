import type { StartingPoint } from './parts';
import { newLineOf } from '../model/make';
import { curve, pass } from './parts';

export const hotTube: StartingPoint = {
  name: 'hot-tube',
  label: 'Hot tube',
  help: 'A glass so bright that it burns to white by itself, and its halo with a long tail.',
  make(side) {
    const light = '#8a2aff';
    const w = Math.max(3, side / 110);
    return newLineOf(
      'Hot tube',
      {
        light,
        shape: curve(
          side,
          [-0.24, -0.05, 0.07, 0.15],
          [0, 0, 0.07, -0.08],
          [0.24, 0.05, -0.06, -0.15],
        ),
        passes: [
          pass('Halo', {
            ...{ width: w, blur: w * 0.45, colour: light, intensity: 5.5 },
            ...{ blurring: 'halo', tail: 1.2, tailReach: Math.round(side / 6) },
          }),
          pass('Glass', {
            ...{ width: w * 0.8, blur: w * 0.12, colour: light, intensity: 5.2, blend: 'add' },
          }),
        ],
      },
      { blend: 'add' },
    );
  },
};
