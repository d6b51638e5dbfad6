import * as v from 'valibot';
import {
  type ChoiceParameter,
  type CurveParameter,
  type Parameters,
  type Values,
} from '../definitions/parameter';
import { angle, count, intensity, length, percent, seed } from '../definitions/number-parameters';
import { absentOf } from '../definitions/parameter-values';
import { HEX, parameterEntries } from '../definitions/parameter-schema';
import type { StrokeWay } from '../kernels/brush';
import { TIP_REACH, strokeWays } from '../kernels/brush';
import { TEXTURES, textureValues } from '../paint/texture-parameters';
import { rampOf } from '../pixels/ramp';
import type { Stroked } from '../definitions/strokes';
import { strokePointsSchema } from './points';
import { brushParameters } from './stroke';
import { FARTHEST } from './track';

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

/** What can be set on every brush for paint. */
const basics = {
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
  angle: angle('Angle', 0, { help: 'How the tip is turned.' }),
  follows,
  pressureSize: {
    ...percent('Pressure to size', 100),
    help: 'How much of its size a light hand takes away.',
  },
  pressureFlow: {
    ...percent('Pressure to flow', 0),
    help: 'How much of its flow a light hand takes away.',
  },
} as const satisfies Parameters;

/** How a pressure counts: evenly, or as a curve says. */
const pressureCurve = (label: string): CurveParameter => ({
  kind: 'curve',
  label,
  low: 0,
  help: 'What a pressure (across) counts for.',
  needs: { curves: [true] },
  default: [
    [0, 0],
    [1, 1],
  ],
});

const strewn = { scatters: [true] };
const fromElsewhere = { colours: ['elsewhere'] };

/** What only some brushes have: a stroke says of it what is not as usual. */
const specials = {
  intensity,
  pressureOpacity: {
    ...percent('Pressure to opacity', 0),
    help: 'How much of its opacity a light hand takes away.',
  },
  curves: {
    kind: 'switch',
    label: 'Pressure by curves',
    help: 'A curve each says what a pressure counts for.',
    default: false,
  },
  sizeCurve: pressureCurve('Curve to size'),
  flowCurve: pressureCurve('Curve to flow'),
  opacityCurve: pressureCurve('Curve to opacity'),
  smoothing: {
    ...percent('Smoothing', 0),
    help: 'Rounds the corners of its way between the places that the hand was at.',
  },
  rests: {
    kind: 'switch',
    label: 'Airbrush',
    help: 'Goes on while the pointer rests.',
    default: false,
  },
  taper: {
    ...length('Tapered ends', 0, { max: 5000, slider: [0, 600] }),
    help: 'Over so many px from either end it grows from nothing.',
  },
  tip: {
    kind: 'choice',
    label: 'Tip',
    help: 'What the brush prints.',
    options: [
      { value: 'round', label: 'Round' },
      { value: 'soft', label: 'Soft' },
      { value: 'bristle', label: 'Bristles' },
      { value: 'spatter', label: 'Spatter' },
      { value: 'stamp', label: 'A picture' },
      { value: 'inside', label: 'Fills what it goes round' },
    ],
    default: 'round',
  },
  stamp: {
    kind: 'picture',
    label: 'Picture',
    help: 'The picture that the brush prints.',
    needs: { tip: ['stamp'] },
    default: '',
  },
  ownColours: {
    kind: 'switch',
    label: 'In its own colours',
    help: 'Otherwise what it covers is in the colour of the brush.',
    needs: { tip: ['stamp'] },
    default: true,
  },
  grain: {
    kind: 'choice',
    label: 'Grain',
    help: 'A texture that lies still beneath the strokes.',
    options: [{ value: 'none', label: 'None' }, ...TEXTURES],
    default: 'none',
  },
  grainValues: textureValues('grain'),
  grainSize: length('Grain size', 60, {
    help: 'How large the texture in the brush is.',
    min: 2,
    max: 4000,
    slider: [4, 600],
  }),
  grainDepth: { ...percent('Grain depth', 100), help: 'How much the grain takes away.' },
  colours: {
    kind: 'choice',
    label: 'Colours',
    help: 'Where the colour of a stroke comes from.',
    options: [
      { value: 'one', label: 'One' },
      { value: 'pressure', label: 'Two, by pressure' },
      { value: 'along', label: 'A ramp along it' },
      { value: 'elsewhere', label: 'From elsewhere' },
    ],
    default: 'one',
  },
  lightColour: {
    kind: 'colour',
    label: 'Lightly pressed',
    help: 'The colour where the pen presses lightly.',
    needs: { colours: ['pressure'] },
    default: '#ffffff',
  },
  ramp: {
    kind: 'ramp',
    label: 'Ramp',
    help: 'The colours along a stroke, from its beginning to its end.',
    needs: { colours: ['along'] },
    default: rampOf([
      [0, '#ffd27a'],
      [100, '#ff3d00'],
    ]),
  },
  takes: {
    kind: 'choice',
    label: 'Taken from',
    help: 'What the colours at the mark are those of.',
    needs: fromElsewhere,
    options: [
      { value: 'beneath', label: 'All beneath' },
      { value: 'base', label: 'The layer beneath' },
    ],
    default: 'beneath',
  },
  mark: {
    kind: 'choice',
    label: 'The mark',
    help: 'Whether the next stroke goes on as far from the mark as this one, or begins at it again.',
    needs: fromElsewhere,
    options: [
      { value: 'along', label: 'Goes along' },
      { value: 'again', label: 'Stays for every stroke' },
    ],
    default: 'along',
  },
  scatters: {
    kind: 'switch',
    label: 'Scatter',
    help: 'Strews each dab by chance: sparks, dust and foam.',
    default: false,
  },
  count: {
    ...count('Of each dab', 2, { max: 16 }),
    help: 'How many dabs stand where one would.',
    needs: strewn,
  },
  across: {
    ...percent('Strewn across', 100, 0, 1000),
    help: 'How far dabs are strewn to the sides of the stroke.',
    slider: [0, 400],
    needs: strewn,
  },
  along: {
    ...percent('Strewn along', 50, 0, 1000),
    help: 'How far dabs are strewn along the stroke.',
    slider: [0, 400],
    needs: strewn,
  },
  sizeSpread: {
    ...percent('Spread of size', 50),
    help: 'How much dabs differ in size.',
    needs: strewn,
  },
  turnSpread: {
    ...percent('Spread of turn', 0),
    help: 'How far dabs are turned by chance.',
    needs: strewn,
  },
  opacitySpread: {
    ...percent('Spread of opacity', 30),
    help: 'How much dabs differ in opacity.',
    needs: strewn,
  },
  colourSpread: {
    ...percent('Spread of colour', 0),
    help: 'How far its colour goes towards white or black, by chance.',
    needs: strewn,
  },
  seed: { ...seed(), needs: strewn },
} as const satisfies Parameters;

/** What can be set on a brush for paint. */
export const paintBrushParameters = { ...basics, ...specials } as const;

export type PaintBrush = Values<typeof paintBrushParameters>;

/** A brush as a stroke has it: what is special says only what is not as usual. */
export type StrokeBrush = Values<typeof basics> & Partial<Values<typeof specials>>;

/** What special is as usual, whether a brush that says all says it or not. */
const usual = Object.fromEntries(
  Object.entries(specials).map(([k, p]) => [k, absentOf(p) ?? p.default]),
) as Required<Values<typeof specials>>;

const BASICS = Object.keys(basics).length;
/** Whether a stroke says nothing special of its brush but its intensity: most do not, and there may be very many. */
export const isPlain = (brush: StrokeBrush): boolean =>
  Object.keys(brush).length === BASICS + (brush.intensity === undefined ? 0 : 1);

const wholes = new WeakMap<StrokeBrush, PaintBrush>();
/** All of the brush of a stroke, which must not be changed in place. */
export function wholeBrush(brush: StrokeBrush): PaintBrush {
  let whole = wholes.get(brush);
  if (!whole) wholes.set(brush, (whole = { ...usual, ...brush }));
  return whole;
}

/** A brush as a stroke has it: what is special and as usual is left out. */
export const strokeBrush = (brush: PaintBrush): StrokeBrush =>
  Object.fromEntries(
    Object.entries(brush).filter(
      ([key, value]) =>
        !(key in specials) ||
        JSON.stringify(value) !== JSON.stringify(usual[key as keyof typeof usual]),
    ),
  ) as StrokeBrush;

/** Whether a tip is a square, whose corners lie farther out than its sides. */
export const reachesCorners = (tip: PaintBrush['tip']): boolean =>
  tip === 'bristle' || tip === 'spatter' || tip === 'stamp';

/** How far beyond its way a brush reaches at most, of its own px. */
export function reachOfBrush(brush: { size: number } & Partial<PaintBrush>): number {
  const { size, tip = 'round', scatters = false, across = 0, along = 0 } = brush;
  const own = (size / 2) * (reachesCorners(tip) ? TIP_REACH : 1);
  return scatters ? own + (size * Math.hypot(across, along)) / 200 : own;
}

/** One stroke. */
export interface PaintStroke extends Stroked {
  id: string;
  /** What it does to the paint that is there. */
  way: StrokeWay;
  colour: string;
  brush: StrokeBrush;
  /** If its colours are taken from elsewhere: how far to the right and down that lies of where it paints, own px. */
  offset?: [x: number, y: number] | undefined;
}

/** Whether a stroke is one of paint that takes its colours from elsewhere. */
export const isTaking = ({ way, brush }: { way: string; brush: object }): boolean =>
  way !== 'erase' && 'colours' in brush && brush.colours === 'elsewhere';

/** What a stroke says of its brush. */
export const strokeBrushSchema = v.strictObject({
  ...parameterEntries(basics),
  ...Object.fromEntries(
    Object.entries(parameterEntries(specials)).map(([k, s]) => [k, v.optional(s)]),
  ),
}) as unknown as v.GenericSchema<unknown, StrokeBrush>;

const offsetSchema = v.pipe(
  v.number('How far colours are taken from is a number.'),
  v.minValue(-FARTHEST),
  v.maxValue(FARTHEST),
);

export const paintStrokeSchema: v.GenericSchema<unknown, PaintStroke> = v.strictObject({
  id: v.pipe(v.string(), v.minLength(1), v.maxLength(64)),
  way: v.picklist(strokeWays),
  colour: v.pipe(v.string(), v.regex(HEX, 'A stroke has a colour written #rrggbb.')),
  brush: strokeBrushSchema,
  offset: v.optional(v.tuple([offsetSchema, offsetSchema])),
  points: strokePointsSchema,
});
