import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { plane } from '../pixels/buffer';

export const layerShapeSchema = v.strictObject({
  kind: v.literal('layer'),
  /** The id of the layer it follows. */
  of: v.pipe(v.string(), v.minLength(1)),
  /** Where that covers anything, how light it is there, or what its lines go round. */
  what: v.picklist(
    ['coverage', 'tone', 'inside'],
    'A layer gives its "coverage", its "tone" or its "inside".',
  ),
});

export type LayerShape = v.InferOutput<typeof layerShapeSchema>;

/** What another layer covers, live. One whose layer is gone shows nothing. */
export const layerShape: MaskShapeDefinition<LayerShape> = {
  kind: 'layer',
  works: 'alone',
  label: 'Another layer',
  help: 'What another layer covers, its tones, or what its lines go round; it follows that layer.',
  schema: layerShapeSchema,
  assets: () => [],
  render: (shape, { wanted, look }) => look(shape)?.plane(shape.what, wanted) ?? plane(wanted),
};
