import { place } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { beyond, distortMargin, distorted, isCarriedFar } from './distorted';

export const offset = defineStep({
  kind: 'distort.offset',
  label: 'Offset',
  help: 'Moves the picture to the side; what leaves it on one side comes in on the other.',
  parameters: {
    across: place('Offset X', 200),
    down: place('Offset Y', 0),
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
