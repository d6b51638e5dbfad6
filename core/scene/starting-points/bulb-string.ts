import type { StartingPoint, PassValues } from './parts';
import { corner } from '../../geometry/path';
import { newLineOf } from '../model/make';
import { pass, open, at } from './parts';
import { hotCore, hotHalo } from '../../sources/pass';

export const bulbs: StartingPoint = {
  name: 'bulbs',
  label: 'Bulb string',
  help: 'Round lamps on a wire that sags.',
  make(side) {
    const light = '#ffb84d';
    const u = side / 230;
    const p = at(side);
    const dots: PassValues = { dashes: true, dash: 0, gap: 9 * u, cap: 'round' };
    return newLineOf('Bulb string', {
      light,
      shape: open(
        { ...corner(...p(-0.36, -0.06)), out: { x: 0.1 * side, y: 0.1 * side } },
        {
          ...corner(...p(0, -0.05)),
          in: { x: -0.08 * side, y: 0.09 * side },
          out: { x: 0.08 * side, y: 0.09 * side },
        },
        { ...corner(...p(0.36, -0.06)), in: { x: -0.1 * side, y: 0.1 * side } },
      ),
      passes: [
        pass('Wire', { width: 0.32 * u, colour: '#3a3330', core: true, blend: 'normal' }),
        pass('Halo', { ...hotHalo(2 * u), ...dots, colour: light, intensity: 4 }),
        pass('Bulb', { ...hotCore(2.2 * u), ...dots, colour: light, intensity: 4.4 }),
      ],
    });
  },
};
