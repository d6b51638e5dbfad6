import * as v from 'valibot';
import {
  HEX,
  angle,
  parameterEntries,
  percent,
  type ChoiceParameter,
  type Values,
} from '../definitions/parameter';
import { strokeWays } from '../kernels/brush';
import { strokePointsSchema } from './points';
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

/** One stroke. */
export const paintStrokeSchema = v.strictObject({
  id: v.pipe(v.string(), v.minLength(1), v.maxLength(64)),
  /** What it does to the paint that is there. */
  way: v.picklist(strokeWays),
  colour: v.pipe(v.string(), v.regex(HEX, 'A stroke has a colour written #rrggbb.')),
  brush: v.strictObject(parameterEntries(paintBrushParameters)),
  /** Its points, the layer's own px. */
  points: strokePointsSchema,
});

export type PaintStroke = v.InferOutput<typeof paintStrokeSchema>;
