import type { Parameters, Values } from '../definitions/parameter';
import { length, percent, seed } from '../definitions/number-parameters';
import { under } from './beginnings';

/** What can be set on drops on glass. */
export const dropsParameters = {
  ...under('Drops', {
    size: {
      ...length('Size', 34, { min: 2, max: 1000, slider: [6, 160] }),
      help: 'Of the largest, across.',
    },
    density: { ...percent('Density', 60), help: 'How many places have a drop.' },
    uneven: { ...percent('Uneven', 45), help: 'How far they are from round.' },
    trails: { ...percent('Trails', 35), help: 'How many have run down and left a trail.' },
  } as const),
  ...under('Glass', {
    bends: {
      ...percent('Bends', 100, 0, 400),
      slider: [0, 200],
      help: 'How much of what lies behind each drop shows, upside down.',
    },
    steam: {
      ...length('Steamed', 6, { max: 200, slider: [0, 40] }),
      help: 'How much the glass between drops blurs what lies behind.',
    },
    bright: {
      ...percent('Shine', 60, 0, 400),
      slider: [0, 150],
      help: 'How they catch the scene light.',
    },
    rim: { ...percent('Dark rim', 45), help: 'How dark their edges are.' },
  } as const),
  seed: seed(),
} as const satisfies Parameters;

export type DropsValues = Values<typeof dropsParameters>;
