import { angle, count, length } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { polygonPath } from './round';

export const polygon = defineShape({
  kind: 'polygon',
  label: 'Polygon',
  help: 'Equal sides round a middle.',
  parameters: {
    sides: {
      ...count('Sides', 6, { min: 3, max: 200, slider: [3, 16] }),
      help: 'How many sides it has.',
    },
    radius: length('Radius', 300, { help: 'From the middle to a corner.', slider: [10, 2000] }),
    turn: angle('Turn', 0, { help: 'How it is turned.' }),
  },
  paths: ({ sides, radius, turn }) => [
    polygonPath(
      Array.from({ length: Math.round(sides) }, (_, i) => {
        const a = -Math.PI / 2 + (turn * Math.PI) / 180 + (2 * Math.PI * i) / Math.round(sides);
        return [Math.cos(a) * radius, Math.sin(a) * radius] as const;
      }),
      true,
    ),
  ],
});
