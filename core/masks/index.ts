import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import type { AreaShape } from './area';
import { area, areaSchema } from './area';
import type { FadeShape } from './fade';
import { fade, fadeSchema } from './fade';
import type { FullShape } from './full';
import { full, fullSchema } from './full';
import type { LayerShape } from './layer';
import { layerShape, layerShapeSchema } from './layer';
import type { PictureShape } from './picture';
import { pictureShape, pictureShapeSchema } from './picture';
import type { StrokesShape } from './strokes';
import { strokesSchema } from './strokes';

export type MaskShape =
  FullShape | FadeShape | AreaShape | LayerShape | PictureShape | StrokesShape;
/** What says by itself how much shows; strokes are laid on what those before them say. */
type PlainShape = Exclude<MaskShape, StrokesShape>;

/** Everything a part of a mask can be made of. To add one: one file, its type above, and one line here. */
export const maskShapes = { full, fade, area, layer: layerShape, picture: pictureShape } as const;

export const maskShapeSchema = v.variant(
  'kind',
  [fullSchema, fadeSchema, areaSchema, layerShapeSchema, pictureShapeSchema, strokesSchema],
  `There is no such shape of a mask; there are ${[...Object.keys(maskShapes), 'strokes'].join(', ')}.`,
);

/** What strokes say of themselves. */
export const strokesAbout = {
  kind: 'strokes',
  label: 'Brush',
  help: 'Strokes that reveal and hide, on what the parts before them show.',
} as const;

export const isStrokes = (shape: MaskShape): shape is StrokesShape => shape.kind === 'strokes';

/** The definition behind the shape of a part of a mask. */
export const maskShapeOf = <S extends PlainShape>(shape: S): MaskShapeDefinition<S> =>
  maskShapes[shape.kind] as unknown as MaskShapeDefinition<S>;

/** What a shape of a mask is called, and what it does. */
export const aboutShape = (shape: MaskShape): { label: string; help: string } =>
  isStrokes(shape) ? strokesAbout : maskShapeOf(shape);

/** The names of the assets that a shape of a mask needs. */
export const assetsOfShape = (shape: MaskShape): string[] =>
  isStrokes(shape) ? [] : maskShapeOf(shape).assets(shape);
