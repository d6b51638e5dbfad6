import type { Parameters, Values } from '../definitions/parameter';
import { length, seed } from '../definitions/number-parameters';
import { seconds, together, under } from './beginnings';
import { airParameters, bedParameters } from './gas-parameters';

/** What can be set on heat haze. */
export const hazeParameters = {
  ...under('Haze', {
    ...bedParameters('Rises', 'What the hot air rises from.'),
    height: {
      ...length('Height', 300, { min: 8, max: 5000, slider: [20, 1600] }),
      help: 'How high the hot air rises.',
    },
    amount: {
      ...length('Bends', 7, { max: 200, slider: [0, 40] }),
      step: 0.5,
      help: 'How far it bends what lies behind, at most.',
    },
    ripple: {
      ...length('Ripples', 34, { min: 2, max: 2000, slider: [6, 200] }),
      help: 'How large the ripples in it are.',
    },
  } as const),
  ...under('Motion', { ...airParameters(100), together } as const),
  ...under('Time', {
    moment: { ...seconds('Moment', 2, 10_000, 20), help: 'When it is seen, in seconds.' },
    seed: seed(),
  } as const),
} as const satisfies Parameters;

export type HazeValues = Values<typeof hazeParameters>;
