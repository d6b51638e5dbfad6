import type { Parameters, Values } from '../definitions/parameter';
import { count, length, percent, seed } from '../definitions/number-parameters';
import { rampOf } from '../pixels/ramp';
import { seconds, together, under } from './beginnings';
import { airParameters, bedParameters } from './gas-parameters';

/** What fire is, whatever it burns from. */
const fire = under('Fire', {
  height: {
    ...length('Height', 260, { min: 8, max: 5000, slider: [20, 1200] }),
    help: 'How high most tongues go.',
  },
  tongue: {
    ...length('Tongues', 46, { min: 2, max: 2000, slider: [6, 200] }),
    help: 'How wide tongues are.',
  },
  strength: {
    ...percent('Fuel', 100, 0, 200),
    slider: [0, 150],
    help: 'How much of it burns at once.',
  },
} as const);
const motion = under('Motion', {
  ...airParameters(100),
  breaks: { ...percent('Break-off', 45), help: 'How much of it tears off and flies on.' },
} as const);
const light = under('Light', {
  colours: {
    kind: 'choice',
    label: 'Colours',
    help: 'Whether the colour comes from the heat of the fire, or from a ramp of yours.',
    options: [
      { value: 'heat', label: 'By heat' },
      { value: 'ramp', label: 'By a ramp' },
    ],
    default: 'heat',
  },
  kelvin: {
    ...count('Heat', 2800, { min: 1000, max: 12_000, slider: [1400, 6000] }),
    unit: 'K',
    step: 50,
    help: 'Of the hottest gas: its colour is that of a glowing body.',
    needs: { colours: ['heat'] },
  },
  soot: {
    ...percent('Soot', 70),
    help: 'Soot glows yellow and red; without it a flame is thin and blue.',
    needs: { colours: ['heat'] },
  },
  ramp: {
    kind: 'ramp',
    label: 'Colour ramp',
    help: 'From what burns fiercest to what has burnt out.',
    default: rampOf(
      [
        [0, '#c8f4ff'],
        [30, '#4ad8ff'],
        [70, '#2460ff'],
        [100, '#2a0a6a'],
      ],
      [
        [0, 70],
        [25, 100],
        [80, 70],
        [100, 0],
      ],
    ),
    needs: { colours: ['ramp'] },
  },
  detail: {
    ...percent('Detail', 60, 0, 200),
    slider: [0, 150],
    help: 'How ragged its edges are.',
  },
  sheets: {
    ...count('Sheets', 3, { min: 1, max: 6, slider: [1, 6] }),
    help: 'How many flames stand one behind the other.',
  },
} as const);
const time = under('Time', {
  moment: {
    ...seconds('Moment', 2, 10_000, 20),
    help: 'When it is seen, in seconds: the same seed and moment give the same fire.',
  },
  seed: seed(),
} as const);

/** What can be set on fire that burns from the shape of a layer. */
export const burningParameters = { ...fire, ...motion, ...light, ...time } as const;

/** What can be set on flames that are a layer of their own. */
export const flameParameters = {
  ...under('Fire', bedParameters('Burns from', 'What it burns from.')),
  ...fire,
  ...motion,
  ...under('Motion', { together } as const),
  ...light,
  ...under('Sparks', {
    sparks: {
      ...count('Sparks', 60, { min: 0, max: 20_000, slider: [0, 600] }),
      help: 'They fly in its wind.',
    },
    sparkSize: {
      ...length('Spark size', 5, { min: 0.2, max: 200, slider: [1, 30] }),
      help: 'How large the sparks are.',
      step: 0.5,
      needs: { sparks: 'some' },
    },
  } as const),
  ...time,
} as const satisfies Parameters;

export type FlameValues = Values<typeof flameParameters>;
