import { defaultsOf } from '../definitions/parameter-values';
import type { Value } from '../definitions/parameter';
import type { Step } from '../scene/model/schema';
import { stepOfKind } from '../steps/index';
import type { Recipe } from './recipe';
import { RECIPE_VERSION } from './recipe';

/** What the recipes that ship are made of. */

/** A step of a recipe: its defaults, but for some values. Its name is what dials call it by. */
export const part = (id: string, kind: string, values: Record<string, Value>): Step => ({
  id,
  kind,
  enabled: true,
  values: { ...defaultsOf(stepOfKind(kind).parameters), ...values },
});

/** The height of the shape that shipped recipes are made for, px: capitals 200 px large. */
const HEIGHT = 140;

/** A recipe of steps, with dials as `[label, part, key]`. */
export const recipe = (
  name: string,
  steps: Step[],
  dials: readonly (readonly [label: string, of: string, key: string])[],
  rest: Partial<Pick<Recipe, 'body' | 'blend' | 'opacity'>> = {},
): Recipe => ({
  format: 'ignis-recipe',
  version: RECIPE_VERSION,
  name,
  height: HEIGHT,
  body: 100,
  blend: 'normal',
  opacity: 100,
  steps,
  line: null,
  dials: dials.map(([label, of, key]) => ({ label, of, key })),
  ...rest,
});
