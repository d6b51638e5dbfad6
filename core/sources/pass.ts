import * as v from 'valibot';
import { seenColours } from '../paint/seen-colours';
import { MITER_LIMIT } from '../geometry/outline';
import { blendParameter } from '../blend/parameter';
import { hasOwnIds } from '../definitions/id';
import type { Parameters } from '../definitions/parameter';
import {
  angle,
  intensity,
  length,
  percent,
  place,
  roundness,
} from '../definitions/number-parameters';
import { defaultsOf } from '../definitions/parameter-values';
import { blurring, tailParameters } from '../definitions/blurring';
import { HEX, parameterEntries } from '../definitions/parameter-schema';
import { relight } from '../pixels/colour';
import type { Ramp } from '../pixels/ramp';
import { rampOf } from '../pixels/ramp';

const STROKED = { draws: ['stroke', 'both'] };
const FILLED = { draws: ['inside', 'both'] };
const RAMPED = { paint: ['along', 'beside', 'linear', 'radial'] };
const BY_SHARE = { ...STROKED, tapers: ['share'] };
const BY_LENGTH = { ...STROKED, tapers: ['length'] };

/** What can be set on one drawing of a line. */
export const passParameters = {
  draws: {
    kind: 'choice',
    label: 'Draws',
    help: 'Whether this pass draws along the line, fills what it goes round, or both.',
    options: [
      { value: 'stroke', label: 'The line' },
      { value: 'inside', label: 'Its inside' },
      { value: 'both', label: 'Both' },
    ],
    default: 'stroke',
  },
  width: length('Width', 12, {
    help: 'How wide the line is drawn.',
    max: 5000,
    slider: [0, 240],
    needs: STROKED,
  }),
  grow: place('Grow', 0, {
    min: -2000,
    max: 2000,
    slider: [-100, 100],
    help: 'Widens the inside, or shrinks it.',
    needs: FILLED,
  }),
  rule: {
    kind: 'choice',
    label: 'Crossings',
    help: 'Where the line crosses itself or goes round twice.',
    options: [
      { value: 'evenodd', label: 'Leave holes' },
      { value: 'nonzero', label: 'Fill all' },
    ],
    default: 'evenodd',
    needs: FILLED,
  },
  blur: {
    ...length('Blur', 0, { max: 1000, slider: [0, 120] }),
    unit: 'σ px',
    help: 'Standard deviation of a Gaussian.',
  },
  blurring,
  ...tailParameters({ blurring: ['halo'] }),
  hardness: {
    ...percent('Hardness', 100),
    help: 'The share of the width that stays solid.',
    needs: STROKED,
  },
  paint: {
    kind: 'choice',
    label: 'Paint',
    help: 'What colours it: one colour, or a ramp along it, across it or over the shape.',
    options: [
      { value: 'one', label: 'One colour' },
      { value: 'along', label: 'Along the line' },
      { value: 'beside', label: 'Across its width' },
      { value: 'linear', label: 'Across the shape' },
      { value: 'radial', label: 'From its middle' },
    ],
    default: 'one',
  },
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour of this pass.',
    default: '#ffffff',
    needs: { paint: ['one'] },
  },
  ramp: {
    kind: 'ramp',
    label: 'Ramp',
    help: 'The colours that it runs through.',
    default: rampOf([
      [0, '#ffffff'],
      [100, '#ff5a1f'],
    ]),
    needs: RAMPED,
  },
  paintAngle: angle('Direction', 0, {
    help: 'Which way the ramp runs across the shape.',
    needs: { paint: ['linear'] },
  }),
  ends: {
    kind: 'ends',
    label: 'Ends',
    help: 'Where the ramp begins and ends, as dragged on the stage.',
    default: null,
    needs: { paint: ['linear', 'radial'] },
  },
  roundness: { ...roundness, needs: { paint: ['radial'] } },
  intensity,
  opacity: { ...percent('Opacity', 100), help: 'How much of this pass there is.' },
  blend: blendParameter('Blend', 'normal'),
  tapers: {
    kind: 'choice',
    label: 'Taper by',
    help: 'Whether tapers are a share of the line, or a length.',
    options: [
      { value: 'share', label: 'Share' },
      { value: 'length', label: 'Length' },
    ],
    default: 'share',
    needs: STROKED,
  },
  start: {
    ...percent('Taper at start', 0),
    help: 'How much of the line runs into a point.',
    needs: BY_SHARE,
  },
  end: {
    ...percent('Taper at end', 0),
    help: 'How much of the line’s end runs into a point.',
    needs: BY_SHARE,
  },
  startLength: {
    ...length('Taper at start', 0, { slider: [0, 1000] }),
    help: 'How much of the line’s beginning runs into a point.',
    needs: BY_LENGTH,
  },
  endLength: {
    ...length('Taper at end', 0, { slider: [0, 1000] }),
    help: 'How much of the line’s end runs into a point.',
    needs: BY_LENGTH,
  },
  point: {
    kind: 'choice',
    label: 'Point',
    help: 'How the line runs into its points.',
    options: [
      { value: 'pointed', label: 'Pointed' },
      { value: 'rounded', label: 'Rounded' },
      { value: 'sharp', label: 'Sharp' },
    ],
    default: 'pointed',
    needs: STROKED,
  },
  dashes: {
    kind: 'switch',
    label: 'Dashes',
    help: 'Breaks the line up into dashes.',
    default: false,
    needs: STROKED,
  },
  dash: length('Dash', 40, {
    help: 'How long a dash is.',
    slider: [0, 400],
    needs: { dashes: [true] },
  }),
  gap: length('Gap', 40, {
    help: 'How long the gap after a dash is.',
    slider: [0, 400],
    needs: { dashes: [true] },
  }),
  phase: place('Phase', 0, {
    slider: [-400, 400],
    help: 'How far the dashes are moved on, from the start of the line towards its end.',
    needs: { dashes: [true] },
  }),
  fit: {
    kind: 'switch',
    label: 'Fit whole',
    help: 'Stretches the pattern until a whole number of it fits.',
    default: true,
    needs: { dashes: [true] },
  },
  x: place('Offset across', 0, { help: 'Moves this pass to the right.', slider: [-200, 200] }),
  y: place('Offset down', 0, { help: 'Moves this pass down.', slider: [-200, 200] }),
  beside: place('Offset beside', 0, {
    slider: [-200, 200],
    help: 'To the right of the line, as it runs.',
  }),
  cap: {
    kind: 'choice',
    label: 'Cap',
    help: 'How the line ends.',
    options: [
      { value: 'round', label: 'Round' },
      { value: 'flat', label: 'Flat' },
    ],
    default: 'round',
    needs: STROKED,
  },
  join: {
    kind: 'choice',
    label: 'Join',
    help: 'How the line goes round corners.',
    options: [
      { value: 'round', label: 'Round' },
      { value: 'bevel', label: 'Bevel' },
      { value: 'miter', label: 'Miter' },
    ],
    default: 'round',
    needs: STROKED,
  },
  miter: {
    kind: 'number',
    label: 'Miter limit',
    help: 'How many times as long as the line is wide a corner may be; longer ones are cut off.',
    unit: '',
    ...{ min: 1, max: 40, slider: [1, 12], step: 0.5, default: MITER_LIMIT, absent: MITER_LIMIT },
    needs: { join: ['miter'] },
  },
  core: {
    kind: 'switch',
    label: 'Core',
    help: 'A core keeps its own colour when the light colour of the line changes.',
    default: false,
  },
} as const satisfies Parameters;

const hex = v.pipe(v.string(), v.regex(HEX, 'A colour must be written #rrggbb.'));
export const passSchema = v.strictObject({
  id: v.pipe(v.string(), v.minLength(1)),
  name: v.string(),
  enabled: v.boolean(),
  ...parameterEntries(passParameters),
  /** The colours as they were chosen for a light: what they are when the light changes follows from these. */
  kept: v.nullable(v.strictObject({ light: hex, colour: hex, ramp: v.array(hex) })),
});

/** The passes of a line, back to front. */
export const passesSchema = v.pipe(
  v.array(passSchema),
  v.maxLength(100, 'A line has at most 100 passes.'),
  v.check((passes) => hasOwnIds(passes), 'Two passes of a line have the same id.'),
);

export type Pass = v.InferOutput<typeof passSchema>;

/** A pass with the defaults of what is not said. */
export const newPass = (
  id: string,
  name: string,
  values: Partial<Omit<Pass, 'id' | 'name'>>,
): Pass => ({
  ...{ id, name, enabled: true, ...defaultsOf(passParameters) },
  kept: null,
  ...values,
});

/** What makes a pass the halo of something that burns, so many px wide: bright in its middle, with a tail that goes far. */
export const hotHalo = (width: number) =>
  ({
    width,
    blur: width * 0.45,
    blurring: 'halo',
    tail: 1.2,
    tailReach: Math.max(1, Math.round(width * 20)),
    intensity: 5,
  }) as const;

/** What makes a pass the glass or gas itself, so many px wide: so bright that it burns to white where it is deepest. */
export const hotCore = (width: number) =>
  ({ width: width * 0.8, blur: width * 0.12, blend: 'add', intensity: 5 }) as const;

/** The passes of a new tube in a light colour, back to front; `id` gives each its own id. Its white comes of its brightness. */
export const tubePasses = (light: string, width: number, id: () => string): Pass[] => [
  newPass(id(), 'Halo', { ...hotHalo(width), colour: light }),
  newPass(id(), 'Core', { ...hotCore(width), colour: light }),
];

/**
 * The passes in a new light colour: all but the cores take its hue and keep their lightness and chroma
 * beside it. Each remembers the colours it was given, so that a light without colour loses nothing.
 */
export const relitPasses = (passes: readonly Pass[], from: string, to: string): Pass[] =>
  passes.map((p) => {
    if (p.core) return p;
    const given = p.kept ?? {
      light: from,
      colour: p.colour,
      ramp: p.ramp.colours.map((s) => s.colour),
    };
    const lit = (colour: string) =>
      to === given.light ? colour : relight(colour, given.light, to);
    return {
      ...p,
      kept: given,
      colour: lit(given.colour),
      ramp: {
        ...p.ramp,
        colours: p.ramp.colours.map((s, i) => ({
          ...s,
          colour: lit(given.ramp[i] ?? s.colour),
        })),
      },
    };
  });

/**
 * A pass with other values; colours of its own choice are what it keeps from then on. When it is first given
 * a ramp, that begins with the colour it had.
 */
export function withValues(pass: Pass, values: Partial<Omit<Pass, 'id'>>): Pass {
  const coloured = 'colour' in values || 'ramp' in values;
  const next = { ...pass, ...values, ...(coloured && { kept: null }) };
  const ramped = pass.paint === 'one' && next.paint !== 'one' && next.ramp === pass.ramp;
  const untouched = JSON.stringify(pass.ramp) === JSON.stringify(passParameters.ramp.default);
  return ramped && untouched ? { ...next, ramp: begunWith(pass.colour, pass.ramp) } : next;
}

const begunWith = (colour: string, ramp: Ramp): Ramp => ({
  ...ramp,
  colours: ramp.colours.map((s, i) => (i === 0 ? { ...s, colour } : s)),
});

/** The width that looks like the line's own, px: of its widest pass that is hardly blurred; 1 at least. */
export function bodyWidth(passes: readonly Pass[]): number {
  const drawn = passes.filter((p) => p.enabled && p.draws !== 'inside' && p.width > 0);
  const sharp = drawn.filter((p) => p.blur < p.width / 4);
  return Math.max(1, ...(sharp.length > 0 ? sharp : drawn).map((p) => p.width));
}

/** How long a first gap in a line is, px: as long as the ends of its glass need to be seen apart. */
export function gapLength(passes: readonly Pass[]): number {
  const drawn = passes.filter((p) => p.enabled && p.width > 0).map((p) => p.width);
  return Math.max(8, Math.round(4 * Math.min(60, ...drawn)));
}

/** The colours that are seen of passes. */
export const passColours = (passes: readonly Pass[]): unknown =>
  passes.filter((p) => p.enabled).map((p) => seenColours({ ...p, kept: null }));
