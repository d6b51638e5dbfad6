import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import type { MaskShapeDefinition } from '../definitions/mask';
import { percent } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';
import { lookUp } from '../kernels/planes';
import { copied } from '../kernels/rows';
import { plane } from '../pixels/buffer';

/** What can be set on a range of tones. */
export const tonesParameters = {
  from: { ...percent('From', 60), help: 'The darkest tone that counts whole: 0 is black.' },
  to: { ...percent('To', 100), help: 'The lightest tone that counts whole: 100 is white.' },
  soft: { ...percent('Soft edge', 15), help: 'Over so much to either side it fades out.' },
} as const;

export const tonesSchema = v.strictObject({
  kind: v.literal('tones'),
  /** The id of the layer whose tones count; null for those of the scene. */
  of: namedLayerSchema,
  ...parameterEntries(tonesParameters),
});

export type TonesShape = v.InferOutput<typeof tonesSchema>;

/** What is as light as a range says, live. One whose layer is gone shows nothing. */
export const tones: MaskShapeDefinition<TonesShape> = {
  kind: 'tones',
  works: 'alone',
  label: 'Tones',
  help: 'What is as light as from one tone to another: the lights, the shadows, what lies between.',
  schema: tonesSchema,
  assets: () => [],
  render(shape, { wanted, look }) {
    const seen = look(shape)?.plane('tone', wanted);
    if (!seen) return plane(wanted);
    const [low, high] = [Math.min(shape.from, shape.to), Math.max(shape.from, shape.to)];
    const soft = Math.max(0.25, shape.soft);
    const out = copied(seen);
    lookUp(
      out,
      Float32Array.from({ length: 1601 }, (_, i) => {
        const beyond = Math.max(low - i / 16, i / 16 - high, 0);
        return Math.max(0, 1 - beyond / soft);
      }),
    );
    return out;
  },
};
