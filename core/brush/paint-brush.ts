import * as v from 'valibot';
import {
  HEX,
  STROKES_ASSET,
  angle,
  parameterEntries,
  percent,
  type ChoiceParameter,
  type Values,
} from '../definitions/parameter';
import { strokeWays } from '../kernels/brush';
import { MAX_TRACKS } from './pack';
import { FARTHEST, MAX_POINTS } from './track';
import { brushParameters } from './stroke';

/** A stroke of paint: the brush as it was, and where it went. */

/** Which way the long axis of a brush that is not round points. */
const follows: ChoiceParameter<'nothing' | 'stroke' | 'pen'> = {
  kind: 'choice',
  label: 'Angle follows',
  help: 'What the angle is counted from: the horizontal, the way of the stroke, or the way in which the pen leans.',
  options: [
    { value: 'nothing', label: 'Nothing' },
    { value: 'stroke', label: 'The stroke' },
    { value: 'pen', label: 'The pen' },
  ],
  default: 'nothing',
};

/** What can be set on a brush for paint. */
export const paintBrushParameters = {
  ...brushParameters,
  spacing: {
    ...percent('Spacing', 5, 1, 400),
    slider: [1, 150],
    help: 'How far its dabs lie apart, of its size; beyond 100 % they stand alone.',
  },
  roundness: {
    ...percent('Roundness', 100, 5),
    help: 'How wide it is across, of its size along.',
  },
  angle: angle('Angle', 0),
  follows,
  pressureSize: {
    ...percent('Pressure to size', 100),
    help: 'How much of its size a light hand takes away.',
  },
  pressureFlow: {
    ...percent('Pressure to flow', 0),
    help: 'How much of its flow a light hand takes away.',
  },
} as const;

export type PaintBrush = Values<typeof paintBrushParameters>;

/** The numbers of a point in a stroke: x, y, pressure, tilts and time, as `TrackPoint` has them. */
export const POINT = 6;

const place = v.pipe(v.number(), v.minValue(-FARTHEST), v.maxValue(FARTHEST));

/** Points that stand in the scene: some after others, so that a stroke that grows shares what it has; `POINT` numbers each. */
const inScene = v.pipe(
  v.array(
    v.pipe(
      v.array(place),
      v.check((p) => p.length % POINT === 0, `The points of a stroke are ${POINT} numbers each.`),
    ),
  ),
  v.check(
    (all) => all.reduce((sum, p) => sum + p.length, 0) <= POINT * MAX_POINTS,
    `A stroke has at most ${MAX_POINTS} points.`,
  ),
);

/** Points that stand with those of other strokes in a file: which, at what place in it, how many, and the box round them. */
const inFile = v.strictObject({
  pack: v.pipe(
    v.string(),
    v.regex(STROKES_ASSET, 'Strokes are in an asset named by 64 hexadecimal digits and ink.'),
  ),
  index: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(MAX_TRACKS)),
  count: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(MAX_POINTS)),
  box: v.strictTuple([place, place, place, place]),
});

/** One stroke. */
export const paintStrokeSchema = v.strictObject({
  id: v.pipe(v.string(), v.minLength(1), v.maxLength(64)),
  /** What it does to the paint that is there. */
  way: v.picklist(strokeWays),
  colour: v.pipe(v.string(), v.regex(HEX, 'A stroke has a colour written #rrggbb.')),
  brush: v.strictObject(parameterEntries(paintBrushParameters)),
  /** Its points, the layer's own px. */
  points: v.union(
    [inScene, inFile],
    'The points of a stroke are lists of numbers, or name a file.',
  ),
});

export type PaintStroke = v.InferOutput<typeof paintStrokeSchema>;

/** A stroke whose points stand in a file. */
export type PackedStroke = PaintStroke & { points: v.InferOutput<typeof inFile> };

export const isPacked = (stroke: PaintStroke): stroke is PackedStroke =>
  !Array.isArray(stroke.points);
