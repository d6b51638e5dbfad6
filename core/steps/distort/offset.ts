import { place } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { beyond, distortMargin, distorted, isCarriedFar } from './distorted';

export const offset = defineStep({
  kind: 'distort.offset',
  label: 'Offset',
  help: 'Moves the picture to the side; what leaves it on one side comes in on the other.',
  parameters: {
    across: place('Offset X', 200, {
      help: 'How far the picture is moved to the right; what leaves comes in again on the left.',
    }),
    down: place('Offset Y', 0, {
      help: 'How far the picture is moved down; what leaves comes in again above.',
    }),
    beyond: { ...beyond, default: 'repeated' },
  },
  seesPlace: true,
  inLens: true,
  reachesAll: isCarriedFar,
  margin: ({ across, down }, scale) => distortMargin(Math.hypot(across, down), scale),
  apply: (input, { across, down, beyond: how }, context) =>
    distorted(input, context, {
      ...{ centre: null, beyond: how, reach: Math.hypot(across, down) },
      way: () => [-across, -down],
    }),
});
