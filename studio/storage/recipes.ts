import { newId } from '@ignis/core/scene/model/make';
import type { Recipe } from '@ignis/core/recipes/recipe';
import type { RecipeRecord } from './database';
import { database, kept } from './kept';

/** Keeping recipes of the artist's own. Without a database they last as long as the page. */

const held = new Map<string, RecipeRecord>();

/** All of them, the last kept first. */
export const listRecipes = (): Promise<RecipeRecord[]> =>
  kept(
    async () => (await database.recipes.toArray()).sort((a, b) => b.kept - a.kept),
    () => [...held.values()].sort((a, b) => b.kept - a.kept),
  );

/** Keeps a recipe, as a new one or in place of the one of an id. */
export async function keepRecipe(recipe: Recipe, id: string = newId()): Promise<void> {
  const record = { id, recipe, kept: Date.now() };
  await kept(
    async () => void (await database.recipes.put(record)),
    () => void held.set(id, record),
  );
}

/** Puts a removed recipe back as it was. */
export const restoreRecipe = (record: RecipeRecord): Promise<void> =>
  kept(
    async () => void (await database.recipes.put(record)),
    () => void held.set(record.id, record),
  );

export const removeRecipe = (id: string): Promise<void> =>
  kept(
    () => database.recipes.delete(id),
    () => void held.delete(id),
  );
