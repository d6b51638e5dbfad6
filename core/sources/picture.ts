import * as v from 'valibot';
import { PICTURE_ASSET, PICTURE_EXTENSIONS } from '../definitions/asset-name';
import type { SourceDefinition } from '../definitions/source';
import { boxUnder, regionAround } from '../geometry/affine';
import { compose, projective } from '../geometry/homography';
import { drawPicture } from '../kernels/resample';

export const pictureAsset = v.pipe(
  v.string(),
  v.regex(
    PICTURE_ASSET,
    `A picture is named by 64 hexadecimal digits and ${PICTURE_EXTENSIONS.join(', ')}.`,
  ),
);
export const pictureSide = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(16384));

/** The most letters of what a well asks for. */
export const MAX_ASKS = 60;

export const pictureSchema = v.strictObject({
  kind: v.literal('picture'),
  asset: pictureAsset,
  width: pictureSide,
  height: pictureSide,
  /** Left out, it is no well: a place that asks for a picture of the artist's own. */
  well: v.optional(
    v.strictObject({
      /** What belongs there, as `Your subject`. */
      asks: v.pipe(
        v.string(),
        v.minLength(1, 'A well says what belongs there.'),
        v.maxLength(MAX_ASKS),
      ),
      filled: v.boolean(),
    }),
  ),
});

export type PictureSource = v.InferOutput<typeof pictureSchema>;

export const pictureSource: SourceDefinition<PictureSource> = {
  kind: 'picture',
  label: 'Picture',
  help: 'A picture from a file, kept as it came.',
  schema: pictureSchema,
  shaped: true,
  subject: 2,
  hasPixels: true,
  box: (s) => ({ x0: 0, y0: 0, x1: s.width, y1: s.height }),
  extent: (s, map) => {
    const box = boxUnder(map, { x0: 0, y0: 0, x1: s.width, y1: s.height });
    // Enlarging looks at two px round about.
    const beyond = 2 * Math.max(1, Math.hypot(map[0], map[1]), Math.hypot(map[2], map[3]));
    return regionAround(box, beyond);
  },
  assets: (s) => [s.asset],
  warps: true,
  render: (s, { picture, map, warp, wanted, mixing }) =>
    drawPicture(
      picture(s.asset),
      warp ? compose(warp, projective(map)) : projective(map),
      wanted,
      mixing,
    ),
};
