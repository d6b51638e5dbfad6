import * as v from 'valibot';
import { blends } from '../blend/index';
import { HEX, parametersSchema } from '../definitions/parameter';
import { sourceSchema } from '../sources/index';
import { steps } from '../steps/index';

/** The version of scene.json that this program writes. */
export const VERSION = 1;
/** The longest side and the largest area of a scene or picture, px. */
export const MAX_SIDE = 16_384;
export const MAX_PIXELS = 100_000_000;

const id = v.pipe(
  v.string(),
  v.regex(/^[\w-]{1,64}$/, 'An id is 1 to 64 letters, digits, - or _.'),
);
const name = v.pipe(v.string(), v.maxLength(200, 'A name has at most 200 letters.'));
const side = v.pipe(
  v.number(),
  v.integer('A side is a whole number of px.'),
  v.minValue(1, 'A side is at least 1 px.'),
  v.maxValue(MAX_SIDE, `A side is at most ${MAX_SIDE} px.`),
);
const coordinate = v.pipe(v.number(), v.finite(), v.minValue(-1e6), v.maxValue(1e6));
const factor = v.pipe(v.number(), v.finite(), v.minValue(-1000), v.maxValue(1000));

export const placementSchema = v.strictObject({
  /** How far the source is moved, scene px. */
  x: coordinate,
  y: coordinate,
  scaleX: factor,
  scaleY: factor,
  /** Clockwise, degrees. */
  rotation: v.pipe(v.number(), v.finite()),
  /** The point that scale and rotation leave in place, in the source's own px. */
  pivotX: coordinate,
  pivotY: coordinate,
});

const stepSchema = v.variant(
  'kind',
  steps.map((s) =>
    v.strictObject({
      id,
      kind: v.literal(s.kind),
      enabled: v.boolean(),
      values: parametersSchema(s.parameters),
    }),
  ),
  `There is no such step; there are ${steps.map((s) => s.kind).join(', ')}.`,
);

export const layerSchema = v.strictObject({
  id,
  name,
  visible: v.boolean(),
  opacity: v.pipe(v.number(), v.minValue(0), v.maxValue(100)),
  blend: v.picklist(
    blends.map((b) => b.name),
    `A blend is one of ${blends.map((b) => b.name).join(', ')}.`,
  ),
  placement: placementSchema,
  source: sourceSchema,
  /** In the order of computation. */
  steps: v.array(stepSchema),
});

export const sceneSchema = v.pipe(
  v.strictObject({
    format: v.literal('ignis', 'This is no Ignis scene: "format" must be "ignis".'),
    version: v.literal(VERSION),
    name,
    width: side,
    height: side,
    /** `#rrggbb`, or null for transparency. */
    background: v.nullable(
      v.pipe(v.string(), v.regex(HEX, 'The background must be written #rrggbb, or null.')),
    ),
    /** Back to front. */
    layers: v.pipe(
      v.array(layerSchema),
      v.check(
        (layers) => new Set(layers.map((l) => l.id)).size === layers.length,
        'Two layers have the same id.',
      ),
    ),
  }),
  v.check(
    (s) => s.width * s.height <= MAX_PIXELS,
    `A scene has at most ${MAX_PIXELS / 1e6} megapixels.`,
  ),
);

export type Scene = v.InferOutput<typeof sceneSchema>;
export type Layer = v.InferOutput<typeof layerSchema>;
export type Placement = v.InferOutput<typeof placementSchema>;
export interface Step {
  id: string;
  kind: string;
  enabled: boolean;
  values: Record<string, unknown>;
}
