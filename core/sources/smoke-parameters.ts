import type { Parameters, Values } from '../definitions/parameter';
import { count, length, percent, seed } from '../definitions/number-parameters';
import { seconds, together, under } from './beginnings';
import { airParameters, bedParameters } from './gas-parameters';

/** What can be set on smoke. */
export const smokeParameters = {
  ...under('Smoke', {
    ...bedParameters('Rises', 'What it rises from.'),
    height: {
      ...length('Height', 420, { min: 8, max: 5000, slider: [20, 1600] }),
      help: 'How high most of it rises before it thins out.',
    },
    tongue: {
      ...length('Billows', 90, { min: 2, max: 2000, slider: [10, 400] }),
      help: 'How large its billows are.',
    },
    strength: {
      ...percent('Amount', 100, 0, 200),
      slider: [0, 150],
      help: 'How much of it there is at once.',
    },
  } as const),
  ...under('Motion', { ...airParameters(60), together } as const),
  ...under('Look', {
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the smoke.',
      default: '#8b8f97',
    },
    density: {
      ...percent('Density', 100, 0, 1000),
      slider: [0, 300],
      help: 'How little of what lies behind is seen through it.',
    },
    detail: { ...percent('Detail', 80, 0, 200), slider: [0, 150], help: 'How ragged it is.' },
    sheets: {
      ...count('Sheets', 3, { min: 1, max: 6, slider: [1, 6] }),
      help: 'How many clouds stand one behind the other.',
    },
  } as const),
  ...under('Light', {
    lamp: {
      ...percent('Scene light', 100, 0, 400),
      slider: [0, 200],
      help: 'How brightly the scene light falls on it.',
    },
    shade: {
      ...percent('Own shade', 70),
      help: 'How much of the scene light it takes from what lies behind it, as seen from there.',
    },
    glow: {
      ...percent('Glow', 100, 0, 1000),
      slider: [0, 400],
      help: 'How brightly the lights of the scene glow in it.',
    },
    reach: {
      ...length('Reach', 300, { min: 4, max: 20_000, slider: [20, 1500] }),
      help: 'How far from the lights it glows.',
      needs: { glow: 'some' },
    },
  } as const),
  ...under('Time', {
    moment: {
      ...seconds('Moment', 2, 10_000, 20),
      help: 'When it is seen, in seconds: the same seed and moment give the same smoke.',
    },
    seed: seed(),
  } as const),
} as const satisfies Parameters;

export type SmokeValues = Values<typeof smokeParameters>;
