import { length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { displaced } from '../../kernels/smear';
import { textureMap } from '../../paint/lay';
import { laidTextureParameters, layParameters, textureSeed } from '../../paint/texture-parameters';
import { textureWays } from '../../paint/textured';
import { colourBuffer } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { EMPTY, grow, intersect, isEmpty } from '../../pixels/region';

const { texture, textureValues, seamless } = laidTextureParameters;

const reach = { min: -300, max: 300, slider: [-100, 100] } as const;

/** How far pixels are carried at most, px of the render, and what is mixed beside them. */
const reachOf = (v: { across: number; down: number }, scale: number): number =>
  Math.ceil(Math.max(Math.abs(v.across), Math.abs(v.down)) * scale) + 3;

/** Pixels carried to either side by a texture. */
export const displace = defineStep({
  kind: 'warp.displace',
  label: 'Displace by a texture',
  help: 'Carries pixels to the side, as far as a texture is bright or dark: old glass, heat, torn edges.',
  parameters: {
    across: { ...length('Amount X', 12, reach), help: 'At most so far to either side.' },
    down: { ...length('Amount Y', 12, reach), help: 'At most so far up and down.' },
    texture: {
      ...texture,
      help: 'The texture whose heights push the layer about.',
      brings: undefined,
    },
    textureValues,
    seamless,
    ...layParameters,
    seed: textureSeed,
  },
  seesPlace: true,
  margin: (v, scale) => reachOf(v, scale),
  apply: (input, v, { map, scale, wanted: asked }) =>
    scoped(() => {
      const wanted = intersect(asked, grow(input.region, reachOf(v, scale)));
      if (isEmpty(wanted)) return colourBuffer(EMPTY);
      const ways = textureWays(v, textureMap(v, { map }), wanted, [
        v.across * scale,
        v.down * scale,
      ]);
      return displaced(input, ways.data, wanted);
    }),
});
