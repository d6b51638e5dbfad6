import type { Parameters, Values } from '../definitions/parameter';
import { angle, count, length, percent, seed } from '../definitions/number-parameters';
import { seconds, under } from './beginnings';

/** What can be set on rain. */
export const rainParameters = {
  ...under('Rain', {
    count: {
      ...count('Streaks', 2400, { min: 1, max: 50_000, slider: [100, 12_000] }),
      help: 'How many fall at once.',
    },
    angle: {
      ...angle('Direction', 96, { min: 0, max: 180, slider: [45, 135] }),
      help: 'Which way it falls: 90° is straight down.',
    },
    speed: {
      ...length('Speed', 1900, { min: 10, max: 20_000, slider: [400, 4000] }),
      help: 'Of the nearest, px in a second.',
    },
    shutter: {
      ...percent('Shutter', 3.5, 0.1, 100),
      slider: [0.5, 12],
      step: 0.5,
      help: 'How long it is open, in hundredths of a second: how long streaks are.',
    },
    size: {
      ...length('Width', 3, { min: 0.2, max: 60, slider: [0.5, 12] }),
      step: 0.1,
      help: 'Of the nearest streaks.',
    },
    gusts: { ...percent('Gusts', 25), help: 'How far streaks lean apart.' },
  } as const),
  ...under('Depth', {
    depth: { ...percent('Depth', 75), help: 'How much nearer the nearest are than the farthest.' },
    blur: {
      ...length('Out of focus', 3, { max: 60, slider: [0, 16] }),
      help: 'How soft the nearest are.',
    },
  } as const),
  ...under('Light', {
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the rain.',
      default: '#b9c6d8',
    },
    opacity: { ...percent('Opacity', 80), help: 'How much of the rain is seen.' },
  } as const),
  ...under('Splashes', {
    splashes: {
      ...count('Splashes', 500, { min: 0, max: 20_000, slider: [0, 3000] }),
      help: 'Drops that leap up from the upper edges of a layer.',
    },
    splashHeight: {
      ...length('Leap', 22, { min: 1, max: 1000, slider: [4, 120] }),
      help: 'How high they leap.',
      needs: { splashes: 'some' },
    },
    splashSize: {
      ...length('Drop size', 3, { min: 0.2, max: 60, slider: [0.5, 12] }),
      help: 'How large the drops of a splash are.',
      step: 0.1,
      needs: { splashes: 'some' },
    },
  } as const),
  ...under('Time', {
    moment: { ...seconds('Moment', 1, 10_000, 20), help: 'When it is seen, in seconds.' },
    seed: seed(),
  } as const),
} as const satisfies Parameters;

export type RainValues = Values<typeof rainParameters>;
