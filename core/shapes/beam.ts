import { length } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { polygonPath } from './round';

export const beam = defineShape({
  kind: 'beam',
  label: 'Straight line',
  help: 'From one point to another.',
  parameters: {
    length: length('Length', 600, { help: 'How long the beam is.', slider: [10, 4000] }),
  },
  paths: ({ length }) => [
    polygonPath(
      [
        [-length / 2, 0],
        [length / 2, 0],
      ],
      false,
    ),
  ],
});
