import type { Parameters, Values } from '../definitions/parameter';
import { angle, length, percent, seed } from '../definitions/number-parameters';
import { seconds, under } from './beginnings';

/** What can be set on mist. */
export const mistParameters = {
  ...under('Mist', {
    density: {
      ...percent('Density', 70, 0, 1000),
      slider: [0, 300],
      help: 'At 100 % the thickest of it lets a third of what lies behind through.',
    },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the mist itself, in no light.',
      default: '#7f8ea3',
    },
    horizon: {
      kind: 'point',
      label: 'Horizon',
      help: 'How high the far end of the ground lies.',
      default: null,
    },
    height: {
      ...length('Height', 260, { min: 1, max: 20_000, slider: [20, 1500] }),
      help: 'How high above the horizon it reaches.',
    },
    near: {
      ...percent('In front', 25),
      help: 'How much of it lies over the ground nearest to the eye.',
    },
  } as const),
  ...under('Form', {
    size: {
      ...length('Banks', 420, { min: 8, max: 20_000, slider: [40, 1600] }),
      help: 'How large its banks are.',
    },
    stretch: {
      ...percent('Drawn out', 260, 100, 2000),
      slider: [100, 800],
      help: 'How much wider than high banks are.',
    },
    patches: { ...percent('Patches', 70), help: 'How uneven it is.' },
    rough: { ...percent('Roughness', 50, 20, 90), help: 'How strong fine wisps are.' },
  } as const),
  ...under('Light', {
    glow: {
      ...percent('Glow', 100, 0, 1000),
      slider: [0, 400],
      help: 'How brightly the lights of the scene glow in it.',
    },
    reach: {
      ...length('Reach', 340, { min: 4, max: 20_000, slider: [20, 1500] }),
      help: 'How far from the lights it glows.',
      needs: { glow: 'some' },
    },
  } as const),
  ...under('Time', {
    wind: { ...length('Drift', 12, { max: 5000, slider: [0, 200] }), help: 'Px in a second.' },
    windAngle: {
      ...angle('Drift goes', 0),
      help: 'Which way the mist drifts.',
      needs: { wind: 'some' },
    },
    moment: {
      ...seconds('Moment', 0, 10_000, 60),
      help: 'When it is seen, in seconds.',
    },
    seed: seed(),
  } as const),
} as const satisfies Parameters;

export type MistValues = Values<typeof mistParameters>;
