import * as v from 'valibot';
import { strokeSchema } from '../brush/stroke';
import { coordinate } from '../geometry/coordinate';
import { percent } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';

/** What can be set on a weave as a whole. */
export const weaveParameters = {
  way: {
    kind: 'choice',
    label: 'Other stretches',
    help: 'Where the stretches lie that were not chosen one by one.',
    options: [
      { value: 'behind', label: 'All behind' },
      { value: 'front', label: 'All in front' },
      { value: 'alternate', label: 'Alternating' },
    ],
    default: 'alternate',
  },
  spill: {
    ...percent('Spills over', 30),
    help: 'How much of the wide, soft passes still lies on the subject where the line is behind it.',
  },
} as const;

/** A stretch of a line that was chosen, or of a subject, by a place in it. */
export const choiceSchema = v.variant('of', [
  v.strictObject({
    of: v.literal('line'),
    /** Which strand of the line, and where along it the middle of the stretch was, a share of its length. */
    strand: v.pipe(v.number(), v.integer(), v.minValue(0)),
    at: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
    behind: v.boolean(),
  }),
  v.strictObject({
    of: v.literal('overlap'),
    /** The px that the layers of the list lie on. */
    x: coordinate,
    y: coordinate,
    behind: v.boolean(),
  }),
]);

export const weaveSchema = v.strictObject({
  enabled: v.boolean(),
  /** The id of the layer that it is woven with. */
  with: v.pipe(v.string(), v.minLength(1)),
  ...parameterEntries(weaveParameters),
  /** All the stretches there were when one was last chosen, in order. */
  choices: v.array(choiceSchema),
  /** Corrections by hand, the px that the layer is placed on: what lies behind is hidden there, or shows. */
  strokes: v.optional(v.array(strokeSchema)),
});

export type Weave = v.InferOutput<typeof weaveSchema>;
export type Choice = v.InferOutput<typeof choiceSchema>;
export type LineChoice = Extract<Choice, { of: 'line' }>;
export type OverlapChoice = Extract<Choice, { of: 'overlap' }>;
