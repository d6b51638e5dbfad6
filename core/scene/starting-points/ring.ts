import type { StartingPoint } from './parts';
import { tubePasses } from '../../sources/pass';
import { newLineOf, newShape } from '../model/make';
import { newId } from '../model/new-id';

export const ring: StartingPoint = {
  name: 'ring',
  label: 'Ring',
  help: 'A circle of glass tube.',
  make: (side) => {
    const light = '#27d0ff';
    const r = Math.round(side * 0.3);
    return newLineOf('Ring', {
      light,
      shape: newShape('ellipse', { width: r, height: r }),
      passes: tubePasses(light, Math.max(2, side / 125), newId),
    });
  },
};
