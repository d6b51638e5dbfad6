import { angle, length } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { polygonPath } from './round';

export const cone = defineShape({
  kind: 'cone',
  label: 'Cone',
  help: 'Opens from a lamp at (0, 0).',
  parameters: {
    length: length('Length', 900, { help: 'How far the beam reaches.', slider: [10, 4000] }),
    spread: angle('Spread', 34, {
      help: 'How wide the beam opens.',
      min: 0.1,
      max: 170,
      slider: [1, 120],
    }),
    lamp: length('Lamp width', 20, { help: 'How wide the beam is at the lamp.', slider: [0, 400] }),
    direction: angle('Direction', 90, { help: 'Which way the beam points.' }),
  },
  paths({ length, spread, lamp, direction }) {
    const open = lamp / 2 + length * Math.tan((spread * Math.PI) / 360);
    const a = (direction * Math.PI) / 180;
    const turned = ([x, y]: readonly [number, number]): [number, number] => [
      x * Math.cos(a) - y * Math.sin(a),
      x * Math.sin(a) + y * Math.cos(a),
    ];
    return [
      polygonPath(
        (
          [
            [0, -lamp / 2],
            [length, -open],
            [length, open],
            [0, lamp / 2],
          ] as const
        ).map(turned),
        true,
      ),
    ];
  },
});
