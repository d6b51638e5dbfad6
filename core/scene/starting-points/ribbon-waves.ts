import type { StartingPoint } from './parts';
import { corner } from '../../geometry/path';
import { rampOf } from '../../pixels/ramp';
import { newLineOf, newModifier } from '../model/make';
import { pass, open } from './parts';

export const ribbons: StartingPoint = {
  name: 'ribbons',
  label: 'Ribbon waves',
  help: 'Many parallel lines that swing together, with shadows between.',
  make(side) {
    const u = side / 240;
    const light = '#2fd6c8';
    return newLineOf(
      'Ribbon waves',
      {
        light,
        shape: open(corner(-0.46 * side, -0.09 * side), corner(0.42 * side, -0.09 * side)),
        modifiers: [
          newModifier('ripple', {
            amplitude: Math.round(side / 26),
            period: Math.round(side / 2.6),
            fade: 0,
          }),
          newModifier('repeat', {
            copies: 13,
            x: Math.round(4 * u),
            y: Math.round(3.6 * u),
            fade: 5,
          }),
        ],
        passes: [
          pass('Shadow', {
            width: 3.4 * u,
            blur: 1.4 * u,
            y: 1.6 * u,
            colour: '#00050a',
            opacity: 70,
            core: true,
          }),
          pass('Colour', {
            width: 2.6 * u,
            blur: 0.35 * u,
            paint: 'along',
            ramp: rampOf([
              [0, '#1b4bff'],
              [100, light],
            ]),
          }),
          pass('Edge', {
            width: 0.5 * u,
            y: -0.7 * u,
            colour: '#e6fffb',
            intensity: 0.6,
            opacity: 85,
          }),
        ],
      },
      { blend: 'normal' },
    );
  },
};
