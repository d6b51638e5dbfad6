import { current } from 'immer';
import * as v from 'valibot';
import { parseBookFile } from './book-file';
import { blends } from '../blend/index';
import { HEX } from '../definitions/parameter-schema';
import type { Edit } from '../scene/edits/edit';
import { layerOf } from '../scene/edits/layer-edits';
import { newId } from '../scene/model/new-id';
import type { Layer, Scene, Step } from '../scene/model/schema';
import { dialSchema, stepSchema } from '../scene/model/schema';
import { heightInScene, scaledTo } from '../scene/edits/style-edits';
import type { Pass } from '../sources/pass';
import { passSchema } from '../sources/pass';
import { seesPlace, stepOfKind } from '../steps/index';
import { isLine } from '../scene/model/traits';

/** Recipes: kept looks that can be put on any layer. */

/** The version of recipe files that this program writes. */
export const RECIPE_VERSION = 1;

export const recipeSchema = v.strictObject({
  format: v.literal('ignis-recipe', 'This is no Ignis recipe: "format" must be "ignis-recipe".'),
  version: v.literal(RECIPE_VERSION),
  name: v.pipe(v.string(), v.minLength(1, 'A recipe has a name.'), v.maxLength(80)),
  /** How high the shape was that its lengths were made for, px. */
  height: v.pipe(v.number(), v.minValue(0.1), v.maxValue(1e6)),
  body: v.pipe(v.number(), v.minValue(0), v.maxValue(100)),
  blend: v.picklist(blends.map((b) => b.name)),
  opacity: v.pipe(v.number(), v.minValue(0), v.maxValue(100)),
  steps: v.array(stepSchema),
  /** How a line is drawn; null if it is for any layer. */
  line: v.nullable(
    v.strictObject({
      light: v.pipe(v.string(), v.regex(HEX, 'The light colour must be written #rrggbb.')),
      passes: v.array(passSchema),
    }),
  ),
  dials: v.array(dialSchema),
});

export type Recipe = Omit<v.InferOutput<typeof recipeSchema>, 'steps'> & { steps: Step[] };

/** A recipe that could not be read, and why, in the artist's words. */
export class RecipeError extends Error {
  constructor(message: string, options?: { cause: unknown }) {
    super(message, options);
    this.name = 'RecipeError';
  }
}

/** What a text should hold, as a recipe. Throws a RecipeError that says what is wrong and where. */
export const parseRecipe = (text: string, name: string): Recipe =>
  parseBookFile(
    {
      ...{ what: 'recipe', made: 'kept', version: RECIPE_VERSION, longest: 20_000_000 },
      schema: recipeSchema as unknown as v.GenericSchema<unknown, Recipe>,
      fault: (message, options) => new RecipeError(message, options),
    },
    text,
    name,
  );

/** The values of a step without the places that were dragged on this layer. */
function withoutPlaces({ kind, values }: Step): Step['values'] {
  const places = Object.entries(stepOfKind(kind).parameters).filter(
    ([key, p]) => key in values && (p.kind === 'ends' || p.kind === 'point'),
  );
  return { ...values, ...Object.fromEntries(places.map(([key]) => [key, null])) };
}

/** A layer's look as a recipe, made for the height that its shape has in the scene. */
export function recipeOf(scene: Scene, layer: Layer, name: string): Recipe {
  return {
    format: 'ignis-recipe',
    version: RECIPE_VERSION,
    name,
    height: Math.max(0.1, Math.round(heightInScene(scene, layer) * 100) / 100),
    body: layer.body,
    blend: layer.blend,
    opacity: layer.opacity,
    // Where pixels are carried, and gradients were dragged to, belongs to this layer: on another they lie as its shape says.
    steps: layer.steps
      .filter((s) => !seesPlace(s.kind))
      .map((s) => ({ ...s, values: withoutPlaces(s) })),
    line: isLine(layer)
      ? {
          light: layer.source.light,
          passes: layer.source.passes.map((p) => ({ ...p, ends: null })),
        }
      : null,
    dials: layer.dials,
  };
}

/** A pass for a shape of another height. */
const scaledPass = (pass: Pass, by: number): Pass => {
  const k = (n: number, most: number) => Math.min(most, Math.round(n * by * 1000) / 1000);
  return {
    ...pass,
    width: k(pass.width, 5000),
    blur: k(pass.blur, 1000),
    grow: k(pass.grow, 2000),
    x: k(pass.x, 100_000),
    y: k(pass.y, 100_000),
    beside: k(pass.beside, 100_000),
    startLength: k(pass.startLength, 20_000),
    endLength: k(pass.endLength, 20_000),
    dash: k(pass.dash, 20_000),
    gap: k(pass.gap, 20_000),
  };
};

/**
 * Puts a recipe on a layer, in place of the steps it has but for those that reshape it: scaled to the height that the layer's shape has in
 * the scene. How a line is drawn is taken if the layer is one.
 */
export const putRecipe =
  (id: string, recipe: Recipe): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const now = current(s);
    const by = heightInScene(now, layerOf(now, id)) / recipe.height;
    const ids = new Map<string, string>();
    const fresh = <T extends { id: string }>(part: T): T => {
      const own = newId();
      ids.set(part.id, own);
      return { ...part, id: own };
    };
    const worn = recipe.steps.map((step) => ({
      ...fresh(step),
      values: JSON.parse(JSON.stringify(scaledTo(step, by, { textures: true }))) as Step['values'],
    }));
    layer.steps = [...layer.steps.filter((k) => seesPlace(k.kind)), ...worn];
    layer.body = recipe.body;
    layer.blend = recipe.blend;
    layer.opacity = recipe.opacity;
    if (recipe.line && isLine(layer)) {
      layer.source.light = recipe.line.light;
      layer.source.passes = recipe.line.passes.map((p) => fresh(scaledPass(p, by)));
    }
    layer.dials = recipe.dials.flatMap((d) => {
      const of = ids.get(d.of);
      return of ? [{ ...d, of }] : [];
    });
  };

/** Puts a value of a step forward as a dial, or takes it back. */
export const toggleDial =
  (id: string, step: string, key: string): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const found = layer.dials.findIndex((d) => d.of === step && d.key === key);
    if (found >= 0) {
      layer.dials.splice(found, 1);
      return;
    }
    const own = layer.steps.find((k) => k.id === step);
    const definition = own && stepOfKind(own.kind);
    const parameter = definition?.parameters[key];
    if (parameter)
      layer.dials.push({ label: `${definition.label}: ${parameter.label}`, of: step, key });
  };
