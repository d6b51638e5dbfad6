import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { plane } from '../pixels/buffer';

export const keptShapeSchema = v.strictObject({
  kind: v.literal('kept'),
  /** The id of the kept selection. */
  within: v.pipe(v.string(), v.minLength(1)),
});

export type KeptShape = v.InferOutput<typeof keptShapeSchema>;

/** A selection that is kept by name, live: whoever has it shares it. One that is gone shows nothing. */
export const keptShape: MaskShapeDefinition<KeptShape> = {
  kind: 'kept',
  works: 'alone',
  label: 'Saved selection',
  help: 'A selection that is saved by name; all that have it follow it.',
  schema: keptShapeSchema,
  assets: () => [],
  render: (shape, { wanted, kept }) => kept(shape, wanted) ?? plane(wanted),
};
