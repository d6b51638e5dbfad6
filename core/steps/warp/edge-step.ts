import type { StepDefinition } from '../../definitions/step';
import { defineStep } from '../../definitions/step';
import type { NumberParameter, Parameters, Values } from '../../definitions/parameter';
import { angle, length, percent, seed } from '../../definitions/number-parameters';
import type { DrawnOut } from '../../definitions/warps';
import { drawnOut, reachOfDrawn } from './drawn-out';

/** What is usual for a way of drawing edges out, and what it is called. */
interface EdgeStep {
  kind: string;
  label: string;
  help: string;
  /** Drips hang, tongues stand. */
  name: string;
  usual: Pick<DrawnOut, 'apart' | 'share' | 'length' | 'spread' | 'width' | 'waves' | 'direction'>;
  /** Where they are drawn to, and what that is called. */
  towards: string;
  /** How much wider the bead at their ends is; left out, they end in points. */
  bead?: NumberParameter;
}

const parametersOf = ({ usual, name, towards, bead }: EdgeStep) =>
  ({
    apart: {
      ...length('Spacing', usual.apart, { min: 2, max: 4000, slider: [6, 400] }),
      help: 'How far from each other they are; no nearer than half of their width.',
    },
    share: {
      ...percent('Density', usual.share),
      help: 'The share of them that there are, by chance.',
    },
    length: length('Length', usual.length, {
      ...{ min: 1, max: 8000, slider: [10, 900], help: 'How long they are at most.' },
    }),
    spread: {
      ...percent('Length variation', usual.spread),
      help: 'How much their lengths differ.',
    },
    width: length('Width', usual.width, {
      ...{ min: 1, max: 1000, slider: [2, 120], help: 'How wide they are.' },
    }),
    ...(bead && { bead }),
    waves: {
      ...percent('Waviness', usual.waves, 0, 200),
      help: 'How far they sway, of their width.',
    },
    direction: angle(towards, usual.direction, {
      help: 'Where they are drawn, clockwise from the right.',
    }),
    seed: seed(),
    drips: {
      kind: 'drips',
      label: name,
      help: 'Those that stand where you put them, each with its own length.',
      default: [],
    },
  }) as const satisfies Parameters;

type Own = Values<ReturnType<typeof parametersOf>> & { bead?: number };

/** A step that draws the edges of a shape out. */
export function edgeStep(step: EdgeStep): StepDefinition<ReturnType<typeof parametersOf>> {
  const drawsOut = ({ bead, ...v }: Own): DrawnOut => ({
    ...v,
    share: v.share / 100,
    spread: v.spread / 100,
    waves: v.waves / 100,
    bead: bead === undefined ? -1 : bead / 100,
  });
  const { kind, label, help } = step;
  return defineStep({
    ...{ kind, label, help, drawsOut },
    first: ['share', 'length', 'width'],
    parameters: parametersOf(step),
    ownLengths: true,
    margin: (v, _scale, own) => Math.ceil(reachOfDrawn(drawsOut(v)) * own) + 4,
    seesPlace: true,
    apply: (input, v, context) => drawnOut(input, drawsOut(v), context),
  });
}
