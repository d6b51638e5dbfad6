import type { StartingPoint } from './parts';
import { corner, smooth } from '../../geometry/path';
import { tubePasses } from '../../sources/pass';
import { newLineOf } from '../model/make';
import { newId } from '../model/new-id';
import { open, at } from './parts';

export const tube: StartingPoint = {
  name: 'tube',
  label: 'Tube',
  help: 'A white core, a highlight, colour, and light in the air.',
  make(side) {
    const light = '#ff5a1f';
    const p = at(side);
    return newLineOf('Tube', {
      light,
      shape: open(
        { ...corner(...p(-0.24, 0.08)), kind: 'smooth', out: { x: 0.06 * side, y: -0.16 * side } },
        smooth(...p(0, 0), 0.07 * side, 0.07 * side),
        { ...corner(...p(0.24, -0.08)), kind: 'smooth', in: { x: -0.05 * side, y: 0.15 * side } },
      ),
      passes: tubePasses(light, Math.max(2, side / 140), newId),
    });
  },
};
