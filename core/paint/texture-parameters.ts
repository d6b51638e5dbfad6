import type { OwnParameter, Parameters, Values } from '../definitions/parameter';
import { angle, percent, place, seed } from '../definitions/number-parameters';
import { textures } from '../textures/index';

/** Every texture as a choice. */
export const TEXTURES = textures.map(({ kind, label, family }) => ({ value: kind, label, family }));

/** How many px of a layer a texture at 100 % is large. */
export const TEXTURE_UNIT = 400;

/** Of no texture anything was changed. */
const AS_DEFINED = Object.freeze({});

/** What the textures that `of` chooses have themselves. */
export const textureValues = (of: string): OwnParameter => ({
  kind: 'own',
  label: 'Of the texture',
  of,
  sets: Object.fromEntries(textures.map((t) => [t.kind, t.parameters])),
  default: AS_DEFINED,
  absent: AS_DEFINED,
});

/** A texture and how it lies; at 100 % its unit is 400 px of the layer. */
export const laidTextureParameters = {
  texture: {
    kind: 'choice',
    label: 'Texture',
    help: 'What the surface is like.',
    options: TEXTURES,
    default: 'clouds',
    pictures: 'texture',
    brings: { key: 'ramp', values: Object.fromEntries(textures.map((t) => [t.kind, t.colours])) },
  },
  textureValues: textureValues('texture'),
  seamless: {
    kind: 'switch',
    label: 'Seamless',
    help: 'It repeats after its own size, without a seam.',
    default: false,
    absent: false,
  },
  relief: {
    ...percent('Relief', 0, -400, 400),
    slider: [-200, 200],
    help: 'How far the scene light shades its heights; below 0 what stands out lies deep.',
    absent: 0,
  },
} as const satisfies Parameters;

/** How anything repeated lies on a layer. */
export const layParameters = {
  size: {
    ...percent('Scale', 100, 1, 10_000),
    help: 'How large it is laid.',
    grows: true,
    slider: [10, 400],
  },
  turn: angle('Turn', 0, { help: 'How it is turned.' }),
  moveX: place('Offset X', 0, { help: 'Moves it to the right.' }),
  moveY: place('Offset Y', 0, { help: 'Moves it down.' }),
} as const satisfies Parameters;

export const textureSeed = seed();

/** A texture, and how it lies on a layer. */
export type LaidTexture = Values<typeof laidTextureParameters> &
  Values<typeof layParameters> & { seed: number };
