import { angle, count, length, percent } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { polygonPath } from './round';

export const star = defineShape({
  kind: 'star',
  label: 'Star',
  help: 'Points round a middle.',
  parameters: {
    points: {
      ...count('Points', 5, { min: 2, max: 200, slider: [3, 24] }),
      help: 'How many points it has.',
    },
    radius: length('Radius', 300, { help: 'From the middle to a point.', slider: [10, 2000] }),
    waist: {
      ...percent('Waist', 45, 1, 100),
      help: 'How far in the corners between the points lie.',
    },
    turn: angle('Turn', 0, { help: 'How it is turned.' }),
  },
  paths: ({ points, radius, waist, turn }) => {
    const n = Math.round(points) * 2;
    return [
      polygonPath(
        Array.from({ length: n }, (_, i) => {
          const a = -Math.PI / 2 + (turn * Math.PI) / 180 + (2 * Math.PI * i) / n;
          const r = i % 2 ? (radius * waist) / 100 : radius;
          return [Math.cos(a) * r, Math.sin(a) * r] as const;
        }),
        true,
      ),
    ];
  },
});
