import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import type { Parameters } from '../definitions/parameter';
import { percent } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';
import { lookUp } from '../kernels/planes';
import { textureMap } from '../paint/lay';
import { laidTextureParameters, layParameters, textureSeed } from '../paint/texture-parameters';
import { textureCover } from '../paint/textured';

const { texture, textureValues, seamless } = laidTextureParameters;

/** What can be set on a mask of a texture. */
export const textureMaskParameters = {
  texture: { ...texture, brings: undefined },
  textureValues,
  seamless,
  from: {
    ...percent('From', 0),
    help: 'Where the texture is no brighter than this, nothing shows.',
  },
  to: { ...percent('To', 100), help: 'Where it is at least as bright as this, all shows.' },
  ...layParameters,
  seed: textureSeed,
} as const satisfies Parameters;

export const textureMaskSchema = v.strictObject({
  kind: v.literal('texture'),
  ...parameterEntries(textureMaskParameters),
});

export type TextureMaskShape = v.InferOutput<typeof textureMaskSchema>;

/** As much as there is of a texture: where it covers, or how bright it is where it covers all. */
export const textureMask: MaskShapeDefinition<TextureMaskShape> = {
  kind: 'texture',
  works: 'alone',
  label: 'Texture',
  help: 'Where a texture is: its rust, its grain, its light tones.',
  schema: textureMaskSchema,
  assets: () => [],
  render(shape, { map, wanted }) {
    const out = textureCover(shape, textureMap(shape, { map }), wanted);
    const [from, to] = [shape.from / 100, shape.to / 100];
    if (from === 0 && to === 1) return out;
    // Backwards, it shows where the texture is dark; at one value it is cut sharply.
    const width = Math.abs(to - from) < 1 / 512 ? 1 / 512 : to - from;
    lookUp(
      out,
      Float32Array.from({ length: 1025 }, (_, i) =>
        Math.max(0, Math.min(1, (i / 1024 - from) / width)),
      ),
    );
    return out;
  },
};
