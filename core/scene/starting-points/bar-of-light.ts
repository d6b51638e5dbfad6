import type { StartingPoint } from './parts';
import { newLineOf, newShape } from '../model/make';
import { pass } from './parts';

export const bar: StartingPoint = {
  name: 'bar',
  label: 'Bar of light',
  help: 'Straight, wide and soft: across a face or a wall.',
  make(side) {
    const light = '#ffb27a';
    return newLineOf(
      'Bar of light',
      {
        light,
        shape: newShape('beam', { length: Math.round(side * 0.8) }),
        passes: [
          pass('Wide', {
            width: side / 7,
            blur: side / 40,
            colour: light,
            opacity: 75,
            cap: 'flat',
          }),
          pass('Bright', {
            width: side / 16,
            blur: side / 70,
            colour: '#fff1df',
            opacity: 80,
            cap: 'flat',
          }),
        ],
      },
      { blend: 'soft-light' },
    );
  },
};
