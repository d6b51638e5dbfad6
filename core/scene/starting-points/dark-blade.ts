import type { StartingPoint, PassValues } from './parts';
import { newGroup, newLineOf, newModifier, newShape } from '../model/make';
import { pass } from './parts';
import { hotCore, hotHalo } from '../../sources/pass';

export const darkBlade: StartingPoint = {
  name: 'dark-blade',
  label: 'Dark blade',
  help: 'A black bar in a pale halo, with thin arcs inside.',
  make(side) {
    const w = side / 56;
    const light = '#b9c8ff';
    const length = Math.round(side * 0.5);
    const bar: PassValues = { end: 1.9, point: 'rounded', cap: 'flat' };
    const black = newLineOf(
      'Blade',
      {
        light,
        shape: newShape('beam', { length }),
        passes: [
          pass('Halo', { ...hotHalo(1.5 * w), ...bar, colour: '#6a7cf0', intensity: 2.6 }),
          pass('Rim', { ...bar, width: 1.24 * w, blur: 0.1 * w, colour: light, intensity: 2.4 }),
          pass('Core', { ...bar, width: 1.02 * w, blur: 0.05 * w, colour: '#000000', core: true }),
          pass('Inner glow', {
            ...bar,
            width: 0.45 * w,
            blur: 0.26 * w,
            colour: '#36408c',
            opacity: 85,
          }),
        ],
      },
      { blend: 'normal' },
    );
    const arcs = newLineOf('Arcs', {
      light,
      shape: newShape('beam', { length: Math.round(length * 0.95) }),
      modifiers: [
        newModifier('jitter', {
          rough: Math.round(0.62 * w),
          detail: 6,
          branches: 7,
          reach: 9,
          seed: 4,
        }),
      ],
      passes: [
        pass('Glow', { ...hotHalo(0.12 * w), colour: '#8fa2ff', start: 12, end: 22 }),
        pass('Core', { ...hotCore(0.08 * w), colour: '#8fa2ff', start: 12, end: 22 }),
      ],
    });
    return newGroup('Dark blade', [black, arcs], 'through');
  },
};
