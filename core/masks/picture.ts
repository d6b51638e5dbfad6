import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { projective } from '../geometry/homography';
import { drawPicture } from '../kernels/resample';
import { toneOf } from '../kernels/rows';
import { crop } from '../pixels/buffer';
import { pictureAsset, pictureSide } from '../sources/picture';

export const pictureShapeSchema = v.strictObject({
  kind: v.literal('picture'),
  asset: pictureAsset,
  width: pictureSide,
  height: pictureSide,
});

export type PictureShape = v.InferOutput<typeof pictureShapeSchema>;

export const pictureShape: MaskShapeDefinition<PictureShape> = {
  kind: 'picture',
  works: 'alone',
  label: 'Tones of a picture',
  help: 'White shows, black hides; so does what is transparent.',
  schema: pictureShapeSchema,
  assets: (s) => [s.asset],
  render: (s, { map, wanted, picture }) =>
    crop(toneOf(drawPicture(picture(s.asset), projective(map), wanted, 'displayed')), wanted),
};
