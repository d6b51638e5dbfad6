import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { whole } from '../paint/whole';

export const fullSchema = v.strictObject({ kind: v.literal('full') });

export type FullShape = v.InferOutput<typeof fullSchema>;

export const full: MaskShapeDefinition<FullShape> = {
  kind: 'full',
  works: 'alone',
  label: 'Everything',
  help: 'Shows all of the layer; inverted, nothing.',
  schema: fullSchema,
  assets: () => [],
  render: (_shape, { wanted }) => whole(wanted),
};
