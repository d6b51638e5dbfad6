import { markNamesSchema, markSchema } from './marks';
import * as v from 'valibot';
import { blends } from '../../blend/index';
import { maskSchema, type Mask } from '../../masks/mask';
import { weaveSchema } from '../../weave/weave';
import type { Parameters, Value } from '../../definitions/parameter';
import { angle, intensity, percent } from '../../definitions/number-parameters';
import { checkedOnce } from '../../definitions/checked-once';
import { HEX, parameterEntries, parametersSchema } from '../../definitions/parameter-schema';
import { hasOwnIds, idSchema } from '../../definitions/id';
import { placementSchema } from '../../definitions/placement';
import { coordinate } from '../../geometry/coordinate';
import { sourceSchema } from '../../sources/index';
import { drawnTooMuch, tooMany } from './amounts';
import { echoLoop } from './echo-loop';
import { steps } from '../../steps/index';
import { MAX_NAME, MAX_PIXELS, MAX_SIDE } from './bounds';
import { VERSION } from './version';

/** How deep groups may stand in one another. */
export const MAX_DEPTH = 16;

const id = idSchema;
const name = v.pipe(v.string(), v.maxLength(MAX_NAME, `A name has at most ${MAX_NAME} letters.`));

const side = v.pipe(
  v.number(),
  v.integer('A side is a whole number of px.'),
  v.minValue(1, 'A side is at least 1 px.'),
  v.maxValue(MAX_SIDE, `A side is at most ${MAX_SIDE} px.`),
);
const percentage = v.pipe(v.number(), v.minValue(0), v.maxValue(100));
const blendSchema = v.picklist(
  blends.map((b) => b.name),
  `A blend is one of ${blends.map((b) => b.name).join(', ')}.`,
);
export const stepSchema = v.variant(
  'kind',
  steps.map((s) =>
    v.strictObject({
      id,
      kind: v.literal(s.kind),
      enabled: v.boolean(),
      values: parametersSchema(s.parameters),
      /** The kept selection that it works within; everywhere if left out. */
      within: v.optional(id),
      /** How much of it counts, %; all if left out. */
      amount: v.optional(percentage),
      /** How what pixels go through is laid over what went in; in its place if left out. */
      blend: v.optional(
        s.works === 'pixels' ? blendSchema : v.picklist([], `${s.label} has no blend of its own.`),
      ),
      /** A mask of its own, which it works through; everywhere if left out. */
      where: v.optional(maskSchema),
    }),
  ),
  `There is no such step; there are ${steps.map((s) => s.kind).join(', ')}.`,
);

/** A value of a step, or of a pass, that is put forward under a name of its own. */
export const dialSchema = v.strictObject({
  label: v.pipe(
    v.string(),
    v.minLength(1),
    v.maxLength(60, 'The name of a dial has at most 60 letters.'),
  ),
  /** The id of the step or pass, and the key of the value. */
  of: id,
  key: v.pipe(v.string(), v.maxLength(60)),
});
export type Dial = v.InferOutput<typeof dialSchema>;

/** What a layer says of itself; the layers of a group stand beside. */
const layerEntries = {
  id,
  name,
  visible: v.boolean(),
  /** A colour that it is marked with, to be found by; none if left out. */
  mark: v.optional(markSchema),
  opacity: percentage,
  blend: blendSchema,
  /** Shows only where the nearest layer beneath that is not clipped has coverage. */
  clip: v.boolean(),
  /** How much of its own pixels shows, apart from the styles made from its shape. */
  body: percentage,
  /** How bright its own pixels are, stops. */
  ...parameterEntries({ intensity }),
  mask: v.nullable(maskSchema),
  weave: v.nullable(weaveSchema),
  placement: placementSchema,
  source: sourceSchema,
  /** In the order of computation. */
  steps: v.pipe(
    v.array(stepSchema),
    v.maxLength(100, 'A layer has at most 100 steps.'),
    v.check((steps) => hasOwnIds(steps), 'Two steps of a layer have the same id.'),
  ),
  /** The few values that the recipe it wears puts forward. */
  dials: v.array(dialSchema),
};

export interface Layer extends Omit<
  v.InferOutput<v.StrictObjectSchema<typeof layerEntries, undefined>>,
  'steps'
> {
  steps: Step[];
  /** Of a group, back to front; nothing else has any. */
  layers?: Layer[];
}

export const layerSchema: v.GenericSchema<unknown, Layer> = v.pipe(
  v.strictObject({
    ...layerEntries,
    layers: v.optional(v.array(v.lazy((): v.GenericSchema<unknown, Layer> => layerSchema))),
  }),
  v.check(
    (l) => (l.source.kind === 'group') === (l.layers !== undefined),
    'A group has a list of layers, and nothing else has one.',
  ),
) as v.GenericSchema<unknown, Layer>;

/** How much of a layer's own pixels shows. */
export const bodyParameters = {
  body: {
    ...percent('Body', 100),
    help: 'How much of its own pixels shows, apart from what is made of its shape.',
  },
  intensity,
} as const satisfies Parameters;

/** How the light of a scene mixes. */
export const mixingParameters = {
  mixing: {
    kind: 'choice',
    label: 'Light mixes',
    help: 'As displayed: as screens and older pictures do. As light: as lamps do on a wall.',
    options: [
      { value: 'displayed', label: 'As displayed' },
      { value: 'light', label: 'As light' },
    ],
    default: 'displayed',
  },
} as const satisfies Parameters;

const rolls = { rollOff: [true] };

/** What happens to the whole picture at its end. */
export const endParameters = {
  exposure: {
    kind: 'number',
    label: 'Exposure',
    help: 'Opens or closes the light of the whole picture.',
    unit: 'stops',
    min: -10,
    max: 10,
    slider: [-4, 4],
    step: 0.1,
    default: 0,
  },
  burn: {
    kind: 'switch',
    label: 'Burn to white',
    help: 'What is brighter than the screen can show goes over to white, as on film, and keeps its hue on the way.',
    default: true,
    absent: false,
  },
  rollOff: {
    kind: 'switch',
    label: 'Roll-off',
    help: 'Highlights bend towards white instead of being cut there.',
    default: false,
  },
  knee: {
    kind: 'number',
    label: 'From',
    help: 'Up to this brightness the roll-off changes nothing.',
    unit: '%',
    min: 10,
    max: 99,
    step: 1,
    default: 80,
    needs: rolls,
  },
  arrives: {
    kind: 'choice',
    label: 'White is',
    help: 'Which light the roll-off takes to white.',
    options: [
      { value: 'brightest', label: 'The brightest' },
      { value: 'set', label: 'Set by hand' },
      { value: 'never', label: 'Never reached' },
    ],
    needs: rolls,
    default: 'brightest',
    absent: 'never',
  },
  whiteAt: {
    kind: 'number',
    label: 'White at',
    help: 'So many stops brighter than the screen can show.',
    unit: 'stops',
    min: 0,
    max: 12,
    slider: [0, 6],
    step: 0.1,
    needs: { rollOff: [true], arrives: ['set'] },
    default: 3,
    absent: 0,
  },
} as const satisfies Parameters;

/** The lamp that shadows, bevels and gloss follow. */
export const lightParameters = {
  angle: angle('From', -120, { help: 'Where the light comes from, clockwise from the right.' }),
  height: {
    ...angle('Height', 40, { min: 0, max: 90, slider: [0, 90] }),
    help: 'Above the picture: 90° is straight from the eye.',
  },
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour that the scene light has.',
    default: '#ffffff',
  },
} as const satisfies Parameters;

/** A line to place things by: upright at an x, or level at a y, scene px. */
export const guideSchema = v.strictObject({ id, axis: v.picklist(['x', 'y']), at: coordinate });
export type Guide = v.InferOutput<typeof guideSchema>;

/** A selection that is kept by name. */
export const keptSchema = v.strictObject({ id, name, mask: maskSchema });
export type Kept = v.InferOutput<typeof keptSchema>;

/** What a scene says at a moment, each value by itself. */
const stateEntries = v.strictObject({
  format: v.literal('ignis', 'This is no Ignis scene: "format" must be "ignis".'),
  version: v.literal(VERSION),
  name,
  width: side,
  height: side,
  /** `#rrggbb`, or null for transparency. */
  background: v.nullable(
    v.pipe(v.string(), v.regex(HEX, 'The background must be written #rrggbb, or null.')),
  ),
  /** Whether light mixes as displayed (sRGB-encoded) or as light (linear). */
  mixing: v.picklist(['displayed', 'light'], 'Light mixes as "displayed" or as "light".'),
  end: parametersSchema(endParameters),
  light: parametersSchema(lightParameters),
  guides: v.array(guideSchema),
  /** What is selected of the scene, in scene px; null for nothing in particular. */
  selection: v.nullable(maskSchema),
  /** Selections that masks, strokes and steps refer to. */
  kept: v.array(keptSchema),
  /** Back to front. */
  layers: v.array(layerSchema),
});

/** A scene at a moment: all of it but its takes. */
export type SceneState = v.InferOutput<typeof stateEntries>;

/** What must hold between the values of a scene. */
const between = [
  v.check(
    (s: SceneState) => s.width * s.height <= MAX_PIXELS,
    `A scene has at most ${MAX_PIXELS / 1e6} megapixels.`,
  ),
  v.check((s: SceneState) => {
    const ids = everyLayer(s.layers).map((l) => l.id);
    return new Set(ids).size === ids.length;
  }, 'Two layers have the same id.'),
  v.check(
    (s: SceneState) => depthOf(s.layers) <= MAX_DEPTH,
    `Groups stand at most ${MAX_DEPTH} deep in one another.`,
  ),
  v.check(
    (s: SceneState) => !echoLoop(everyLayer(s.layers)),
    ({ input }) =>
      `“${echoLoop(everyLayer(input.layers))?.name}” would follow itself: an echo cannot be part of what it follows.`,
  ),
  v.check(
    (s: SceneState) => tooMany(s) === null,
    ({ input }) => tooMany(input)!,
  ),
  v.check(
    (s: SceneState) => drawnTooMuch(s) === null,
    ({ input }) => drawnTooMuch(input)!,
  ),
] as const;

/** The most takes that a scene has. */
export const MOST_TAKES = 24;

/** The scene as it was, saved under a name. Takes never change, so that none is looked through twice. */
export const takeSchema = checkedOnce(
  v.strictObject({
    id,
    name,
    /** When it was saved, ms since 1970. */
    at: v.pipe(v.number(), v.integer(), v.minValue(0)),
    scene: v.pipe(stateEntries, ...between),
  }),
);
export type Take = v.InferOutput<typeof takeSchema>;

export const sceneEntries = v.strictObject({
  ...stateEntries.entries,
  /** What colours that mark layers are called; those left out have no names. */
  markNames: v.optional(markNamesSchema),
  /** How the scene was, oldest first; none if left out. */
  takes: v.optional(
    v.pipe(
      v.array(takeSchema),
      v.maxLength(MOST_TAKES, `A scene has at most ${MOST_TAKES} takes.`),
      v.check((takes) => hasOwnIds(takes), 'Two takes have the same id.'),
    ),
  ),
});

export const sceneSchema = v.pipe(sceneEntries, ...between);
/** The same, of a scene whose values were looked at before. */
export const betweenSchema = v.pipe(
  v.custom<Scene>(() => true),
  ...between,
);

/** All layers, those of groups after their group. */
export const everyLayer = <L extends { layers?: L[] }>(layers: readonly L[]): L[] =>
  layers.flatMap((l) => [l, ...everyLayer(l.layers ?? [])]);

/** How deep the groups of a list stand in one another; 0 if there are none. */
export const depthOf = (layers: readonly Layer[]): number =>
  layers.reduce((d, l) => Math.max(d, l.layers ? 1 + depthOf(l.layers) : 0), 0);

export type Scene = v.InferOutput<typeof sceneEntries>;
export interface Step {
  id: string;
  kind: string;
  enabled: boolean;
  values: Record<string, Value>;
  within?: string | undefined;
  amount?: number | undefined;
  blend?: string | undefined;
  where?: Mask | undefined;
}
