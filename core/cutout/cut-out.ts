import * as v from 'valibot';
import { percent, length } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';
import { coordinate } from '../geometry/coordinate';
import { pathSchema } from '../geometry/path-schema';
import { pictureAsset, pictureSide } from '../sources/picture';

/** How a subject is separated from its background, in px of the picture. */

/** What can be set on the edge of a cut-out, at any time. */
export const edgeParameters = {
  detail: {
    ...length('Detail', 6, { min: 1, max: 200, slider: [1, 60] }),
    help: 'How far from the rough outline the true edge is looked for, px of the picture.',
  },
  shift: {
    ...percent('Edge shift', 0, -100, 100),
    help: 'Moves the edge within what is partly covered: outwards above 0, inwards below.',
  },
  soft: {
    ...length('Softness', 0, { max: 200, slider: [0, 20] }),
    unit: 'σ px',
    help: 'Softens the edge, px of the picture.',
  },
  contrast: { ...percent('Contrast', 65), help: 'Makes what is partly covered narrower.' },
} as const;

/** What a stroke says of what it goes over. */
export const markKinds = [
  { value: 'subject', label: 'Subject' },
  { value: 'background', label: 'Not subject' },
  { value: 'hair', label: 'Hair' },
] as const;

export const markSchema = v.strictObject({
  says: v.picklist(markKinds.map((k) => k.value)),
  /** How wide it is, px of the picture. */
  size: v.pipe(v.number(), v.minValue(0.1), v.maxValue(10_000)),
  /** x, y in turn, px of the picture. */
  points: v.pipe(
    v.array(coordinate),
    v.check((p) => p.length % 2 === 0, 'The points of a mark are x and y in turn.'),
  ),
});

export const cutOutSchema = v.strictObject({
  kind: v.literal('cut-out'),
  /** The picture that is cut. */
  asset: pictureAsset,
  width: pictureSide,
  height: pictureSide,
  /** What the subject lies within, roughly; null for all of the picture. */
  around: v.nullable(pathSchema),
  marks: v.array(markSchema),
  /** Which of several answers to where the subject is was chosen; left out, the likeliest. */
  answer: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(20))),
  /** What was found by that, as a small picture: lighter than half is the subject (`labels.ts`). Null until it is. */
  found: v.nullable(
    v.strictObject({ asset: pictureAsset, width: pictureSide, height: pictureSide }),
  ),
  ...parameterEntries(edgeParameters),
});

export type CutOutShape = v.InferOutput<typeof cutOutSchema>;
export type Mark = v.InferOutput<typeof markSchema>;
/** The picture of a cut-out, and its size, px. */
export type CutPicture = Pick<CutOutShape, 'asset' | 'width' | 'height'>;

/** The longer side that a picture is cut at, px: finer detail comes from the picture itself. */
export const WORKING_SIDE = 960;

/** The size that a picture is cut at, its longer side `side` px at most, and px of it for one of the picture. */
export function workingSize(
  width: number,
  height: number,
  side = WORKING_SIDE,
): {
  width: number;
  height: number;
  scale: number;
} {
  const scale = Math.min(1, side / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
    scale,
  };
}
