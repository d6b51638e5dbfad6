import type { StartingPoint, PassValues } from './parts';
import { newLineOf, newShape } from '../make';
import { pass } from './parts';

export const beam: StartingPoint = {
  name: 'beam',
  label: 'Beam',
  help: 'Light from a lamp: brightest there, gone at its end, lighting what it crosses.',
  make(side) {
    const light = '#ffd9a0';
    const fall: PassValues = {
      draws: 'inside',
      paint: 'linear',
      paintAngle: 90,
      endOpacity: 0,
    };
    const one = (colour: string): PassValues => ({ colour, colourEnd: colour });
    return newLineOf(
      'Beam',
      {
        light,
        shape: newShape('cone', {
          length: Math.round(side * 0.44),
          spread: 44,
          lamp: Math.round(side / 90),
          direction: 90,
        }),
        passes: [
          pass('Air', { ...fall, ...one('#ffc98a'), blur: side / 60, middle: 52, opacity: 82 }),
          pass('Light', {
            ...fall,
            ...one('#ffe2b4'),
            grow: -side / 160,
            blur: side / 90,
            middle: 44,
            opacity: 90,
          }),
          pass('Lamp', { ...fall, ...one('#fffaf0'), blur: side / 200, middle: 12, core: true }),
        ],
      },
      // What it crosses is lit, not painted over: dark stays dark.
      { blend: 'overlay' },
    );
  },
};
