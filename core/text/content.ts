import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import type { Parameters, Values } from '../definitions/parameter';
import { angle, count, length, percent, place, seed } from '../definitions/number-parameters';
import { FONT_ASSET } from '../definitions/asset-name';
import { parametersSchema } from '../definitions/parameter-schema';
import { coordinate } from '../geometry/coordinate';
import { pathSchema } from '../geometry/path-schema';
import { familyOf } from './families';

/** What a text says, and how it is set. */

/** More letters than these a text has not: UTF-16 code units. */
export const MAX_LETTERS = 100_000;

/** What can be set for each stretch of a text. */
export const letterParameters = {
  font: { kind: 'font', label: 'Font', help: 'The face of the letters.', default: 'tilt-neon' },
  weight: {
    ...count('Weight', 400, { min: 1, max: 1000, slider: [100, 900], step: 100 }),
    help: 'The nearest weight that the font has.',
  },
  italic: {
    kind: 'switch',
    label: 'Italic',
    help: 'Slants the letters; the italic of the family, where it has one.',
    default: false,
  },
  size: length('Size', 200, {
    help: 'How large the letters are: the height of the face.',
    min: 0.1,
    slider: [8, 600],
  }),
  tracking: {
    ...place('Tracking', 0, { min: -1000, max: 10_000, slider: [-100, 400], step: 1 }),
    unit: '‰',
    help: 'Room between all letters, in thousandths of the size. Ligatures part.',
  },
  leading: {
    ...percent('Leading', 120, 0, 1000),
    slider: [60, 240],
    help: 'From line to line, of the size.',
  },
  shift: place('Baseline shift', 0, {
    slider: [-200, 200],
    help: 'Up above the line, or down below it.',
  }),
  casing: {
    kind: 'choice',
    label: 'Case',
    help: 'Whether letters stand as typed, or all as capitals or small letters.',
    options: [
      { value: 'typed', label: 'As typed' },
      { value: 'capitals', label: 'Capitals' },
      { value: 'lower', label: 'Lower case' },
    ],
    default: 'typed',
  },
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour of the letters.',
    default: '#ffffff',
  },
} as const satisfies Parameters;

/** How the lines of a text stand. */
export const paragraphParameters = {
  align: {
    kind: 'choice',
    label: 'Align',
    help: 'At which side lines begin together.',
    options: [
      { value: 'start', label: 'Start' },
      { value: 'middle', label: 'Middle' },
      { value: 'end', label: 'End' },
      { value: 'justify', label: 'Justify' },
    ],
    default: 'start',
  },
  direction: {
    kind: 'choice',
    label: 'Direction',
    help: 'Which way the text runs.',
    options: [
      { value: 'auto', label: 'By its letters' },
      { value: 'ltr', label: 'Left to right' },
      { value: 'rtl', label: 'Right to left' },
    ],
    default: 'auto',
  },
} as const satisfies Parameters;

/** How single letters are moved by rule. */
export const staggerParameters = {
  rule: {
    kind: 'choice',
    label: 'Letter offset',
    help: 'How letters are moved out of line: more and more, by turns, or by chance.',
    options: [
      { value: 'none', label: 'None' },
      { value: 'step', label: 'Growing' },
      { value: 'alternate', label: 'Alternating' },
      { value: 'random', label: 'Random' },
    ],
    default: 'none',
  },
  x: place('Offset X', 0, {
    help: 'How far letters are moved to the right.',
    slider: [-100, 100],
    needs: { rule: ['step', 'alternate', 'random'] },
  }),
  y: place('Offset Y', 0, {
    help: 'How far letters are moved down.',
    slider: [-100, 100],
    needs: { rule: ['step', 'alternate', 'random'] },
  }),
  turn: angle('Turn', 0, {
    help: 'How far letters are turned.',
    slider: [-45, 45],
    needs: { rule: ['step', 'alternate', 'random'] },
  }),
  grow: {
    ...percent('Grow', 0, -100, 1000),
    help: 'How much larger letters become.',
    slider: [-50, 50],
    needs: { rule: ['step', 'alternate', 'random'] },
  },
  seed: { ...seed(), needs: { rule: ['random'] } },
} as const satisfies Parameters;

/** How a text runs along a path. */
export const alongParameters = {
  offset: place('Offset', 0, { help: 'From the start of the path.' }),
  lift: place('Lift', 0, {
    slider: [-200, 200],
    help: 'Off the path, to the side of the letters’ tops.',
  }),
  side: {
    kind: 'choice',
    label: 'Side',
    help: 'On which side of the line the letters stand.',
    options: [
      { value: 'left', label: 'One' },
      { value: 'right', label: 'The other' },
    ],
    default: 'left',
  },
} as const satisfies Parameters;

const features = v.array(
  v.pipe(
    v.string(),
    v.regex(
      /^-?[\x20-\x7e]{4}$/,
      'A feature is four letters, such as smcp; with - before it, it is off.',
    ),
  ),
);

/** Places on the axes of a variable font that have no setting of their own, by their tags. */
const axes = v.pipe(
  v.record(
    v.pipe(
      v.string(),
      v.regex(/^[\x20-\x7e]{4}$/, 'An axis of a font is four letters, such as wdth.'),
    ),
    v.pipe(v.number(), v.finite()),
  ),
  v.check((a) => Object.keys(a).length <= 64, 'Letters are set on at most 64 axes of their font.'),
);

const rangeSchema = v.strictObject({
  /** How many UTF-16 code units it is for. */
  length: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(MAX_LETTERS)),
  features,
  axes: v.optional(axes),
  style: v.pipe(
    parametersSchema(letterParameters),
    v.forward(
      v.check(
        ({ font }) => FONT_ASSET.test(font) || familyOf(font) !== undefined,
        'The font must be a family that ships, or a font of the scene’s own.',
      ),
      ['font'],
    ),
  ),
});

export const textEntries = {
  content: v.pipe(
    v.string(),
    v.maxLength(MAX_LETTERS, `A text has at most ${MAX_LETTERS} letters.`),
  ),
  /** In order; together as long as the content. One of no length says how an empty text will be set. */
  ranges: v.pipe(v.array(rangeSchema), v.minLength(1, 'A text has at least one range.')),
  paragraph: parametersSchema(paragraphParameters),
  /** The room that lines are broken in, px; null if only the artist breaks them. */
  box: v.nullable(
    v.strictObject({
      width: v.pipe(v.number(), v.minValue(1), v.maxValue(1e6)),
      height: v.pipe(v.number(), v.minValue(1), v.maxValue(1e6)),
    }),
  ),
  /** The path that it runs along: one of its own (its own px), or that of a line, by its id. */
  along: v.nullable(
    v.strictObject({
      path: v.nullable(pathSchema),
      line: namedLayerSchema,
      values: parametersSchema(alongParameters),
    }),
  ),
  /** Letters that are moved by hand, by where they begin in the content, rising. */
  letters: v.array(
    v.strictObject({
      at: v.pipe(v.number(), v.integer(), v.minValue(0)),
      x: coordinate,
      y: coordinate,
      turn: v.pipe(v.number(), v.finite()),
      scale: v.pipe(v.number(), v.minValue(0.001), v.maxValue(1000)),
    }),
  ),
  stagger: parametersSchema(staggerParameters),
};

export interface TextRange {
  length: number;
  features: string[];
  axes?: Record<string, number> | undefined;
  style: LetterStyle;
}
export type LetterStyle = Values<typeof letterParameters>;
export type TextContent = v.InferOutput<v.StrictObjectSchema<typeof textEntries, undefined>>;
export type MovedLetter = TextContent['letters'][number];

/** Whether the ranges of a text are as long as it is. */
export const fits = (t: Pick<TextContent, 'content' | 'ranges'>): boolean =>
  t.ranges.reduce((sum, r) => sum + r.length, 0) === t.content.length;

/** The range that a place in a text belongs to: of two that meet there, the one before. */
export function rangeAt({ ranges }: Pick<TextContent, 'ranges'>, at: number): TextRange {
  let end = 0;
  for (const range of ranges) {
    end += range.length;
    if (at <= end && range.length > 0) return range;
  }
  return ranges.at(-1)!;
}
