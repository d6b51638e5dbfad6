import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import type { FadeShape } from './fade';
import { fade, fadeSchema } from './fade';
import type { FullShape } from './full';
import { full, fullSchema } from './full';
import type { PictureShape } from './picture';
import { pictureShape, pictureShapeSchema } from './picture';

export type MaskShape = FullShape | FadeShape | PictureShape;

/** Everything a mask can be made of. To add one: one file, its type above, and one line here. */
export const maskShapes = { full, fade, picture: pictureShape } as const;

export const maskShapeSchema = v.variant(
  'kind',
  [fullSchema, fadeSchema, pictureShapeSchema],
  `There is no such shape of a mask; there are ${Object.keys(maskShapes).join(', ')}.`,
);

/** The definition behind the shape of a mask. */
export const maskShapeOf = <S extends MaskShape>(shape: S): MaskShapeDefinition<S> =>
  maskShapes[shape.kind] as unknown as MaskShapeDefinition<S>;
