import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { unwritten } from '../pixels/buffer';

export const fullSchema = v.strictObject({ kind: v.literal('full') });

export type FullShape = v.InferOutput<typeof fullSchema>;

export const full: MaskShapeDefinition<FullShape> = {
  kind: 'full',
  label: 'Everything',
  help: 'Shows all of the layer; inverted, nothing.',
  schema: fullSchema,
  assets: () => [],
  render(_shape, { wanted }) {
    const out = unwritten(wanted, 1);
    out.data.fill(1);
    return out;
  },
};
