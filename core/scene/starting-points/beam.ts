import type { StartingPoint, PassValues } from './parts';
import { rampOf } from '../../pixels/ramp';
import { newLineOf, newShape } from '../model/make';
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
    };
    /** One colour that goes out; half of it is gone at `middle` %. */
    const out = (colour: string, middle: number): PassValues => {
      const ramp = rampOf(
        [[0, colour]],
        [
          [0, 100],
          [100, 0],
        ],
      );
      ramp.opacities[0]!.middle = middle;
      return { ...fall, ramp };
    };
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
          pass('Air', { ...out('#ffc98a', 52), blur: side / 60, opacity: 82 }),
          pass('Light', {
            ...out('#ffe2b4', 44),
            grow: -side / 160,
            blur: side / 90,
            opacity: 90,
          }),
          pass('Lamp', { ...out('#fffaf0', 12), blur: side / 200, core: true }),
        ],
      },
      // What it crosses is lit, not painted over: dark stays dark.
      { blend: 'overlay' },
    );
  },
};
