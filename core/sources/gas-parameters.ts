import type { Parameters, Values } from '../definitions/parameter';
import { angle, length, percent } from '../definitions/number-parameters';
import { beginnings } from './beginnings';

/** What flames and smoke have in common. */

/** What gas rises from. */
export const bedParameters = (label: string, help: string) =>
  ({
    from: { ...beginnings(label, 'upper', ['scene']), help },
    centre: {
      kind: 'point',
      label: 'Place',
      help: 'Where it rises.',
      default: null,
      needs: { from: ['point'] },
    },
    wide: {
      ...length('Bed', 60, { min: 1, max: 5000, slider: [4, 400] }),
      help: 'How wide it is where it rises, to either side.',
      needs: { from: ['point'] },
    },
  }) as const satisfies Parameters;

/** How the air carries it, and how fast it rises. */
export const airParameters = (lift: number) =>
  ({
    turbulence: {
      ...percent('Turbulence', 50, 0, 200),
      help: 'How wildly it whirls.',
      slider: [0, 150],
    },
    lift: { ...percent('Lift', lift, 0, 400), slider: [0, 200], help: 'How fast hot gas rises.' },
    wind: {
      ...length('Wind', 0, { max: 5000, slider: [0, 600] }),
      help: 'Px in a second.',
    },
    windAngle: {
      ...angle('Wind angle', 0),
      help: 'Which way the wind blows.',
      needs: { wind: 'some' },
    },
    gusts: { ...percent('Gusts', 40), help: 'How unsteady the wind is.', needs: { wind: 'some' } },
  }) as const satisfies Parameters;

/** What the motion of gas depends on, lengths in px of the layer. */
export type GasValues = Values<ReturnType<typeof bedParameters>> &
  Values<ReturnType<typeof airParameters>> & {
    /** How high most of it goes, and how wide its tongues or billows are. */
    height: number;
    tongue: number;
    /** How much of it there is, and how much of it tears off, %. */
    strength: number;
    breaks: number;
    moment: number;
    seed: number;
  };
