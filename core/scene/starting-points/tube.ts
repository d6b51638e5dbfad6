import type { StartingPoint } from './parts';
import { tubePasses } from '../../sources/pass';
import { newLineOf } from '../model/make';
import { newId } from '../model/new-id';
import { curve } from './parts';

export const tube: StartingPoint = {
  name: 'tube',
  label: 'Tube',
  help: 'Glass so bright that it burns to white by itself, and a halo with a long tail.',
  make(side) {
    const light = '#ff5a1f';
    return newLineOf('Tube', {
      light,
      shape: curve(
        side,
        [-0.24, 0.08, 0.06, -0.16],
        [0, 0, 0.07, 0.07],
        [0.24, -0.08, -0.05, 0.15],
      ),
      passes: tubePasses(light, Math.max(2, side / 115), newId),
    });
  },
};
