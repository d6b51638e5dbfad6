import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import type { CutOutShape } from '../cutout/cut-out';
import { cutOutSchema } from '../cutout/cut-out';
import type { AreaShape } from './area';
import { area, areaSchema } from './area';
import { cutOut } from './cut-out';
import type { FadeShape } from './fade';
import { fade, fadeSchema } from './fade';
import type { FullShape } from './full';
import { full, fullSchema } from './full';
import type { KeptShape } from './kept';
import { keptShape, keptShapeSchema } from './kept';
import type { LayerShape } from './layer';
import { layerShape, layerShapeSchema } from './layer';
import type { PictureShape } from './picture';
import { pictureShape, pictureShapeSchema } from './picture';
import type { ReachShape } from './reach';
import { reach, reachSchema } from './reach';
import type { StrokesShape } from './strokes';
import { strokes, strokesSchema } from './strokes';
import type { TextureMaskShape } from './texture';
import { textureMask, textureMaskSchema } from './texture';
import type { TonesShape } from './tones';
import { tones, tonesSchema } from './tones';

export type MaskShape =
  | FullShape
  | FadeShape
  | AreaShape
  | CutOutShape
  | ReachShape
  | TonesShape
  | TextureMaskShape
  | LayerShape
  | KeptShape
  | PictureShape
  | StrokesShape;

/** Everything a part of a mask can be made of. To add one: one file, its type above, and one line here. */
export const maskShapes = {
  full,
  fade,
  area,
  'cut-out': cutOut,
  reach,
  tones,
  texture: textureMask,
  layer: layerShape,
  kept: keptShape,
  picture: pictureShape,
  strokes,
} as const;

export const maskShapeSchema = v.variant(
  'kind',
  [
    fullSchema,
    fadeSchema,
    areaSchema,
    cutOutSchema,
    reachSchema,
    tonesSchema,
    textureMaskSchema,
    layerShapeSchema,
    keptShapeSchema,
    pictureShapeSchema,
    strokesSchema,
  ],
  `There is no such shape of a mask; there are ${Object.keys(maskShapes).join(', ')}.`,
);

/** The definition behind the shape of a part of a mask. */
export const maskShapeOf = <S extends MaskShape>(shape: S): MaskShapeDefinition<S> =>
  maskShapes[shape.kind] as unknown as MaskShapeDefinition<S>;
