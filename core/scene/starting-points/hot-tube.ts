import type { StartingPoint } from './parts';
import { corner, smooth } from '../../geometry/path';
import { newLineOf } from '../model/make';
import { at, open, pass } from './parts';

export const hotTube: StartingPoint = {
  name: 'hot-tube',
  label: 'Hot tube',
  help: 'A glass so bright that it burns to white by itself, and its halo with a long tail.',
  make(side) {
    const light = '#8a2aff';
    const p = at(side);
    const w = Math.max(3, side / 110);
    return newLineOf(
      'Hot tube',
      {
        light,
        shape: open(
          {
            ...corner(...p(-0.24, -0.05)),
            kind: 'smooth',
            out: { x: 0.07 * side, y: 0.15 * side },
          },
          smooth(...p(0, 0), 0.07 * side, -0.08 * side),
          { ...corner(...p(0.24, 0.05)), kind: 'smooth', in: { x: -0.06 * side, y: -0.15 * side } },
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
