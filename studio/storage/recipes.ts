import { newId } from '@ignis/core/scene/model/new-id';
import type { Recipe } from '@ignis/core/recipes/recipe';
import type { RecipeRecord } from './database';
import { database, inDatabase } from './connection';

/** Keeping recipes of the artist's own. Without a database they last as long as the page. */

const inMemory = new Map<string, RecipeRecord>();

/** All of them, the last kept first. */
export const listRecipes = (): Promise<RecipeRecord[]> =>
  inDatabase(
    async () => (await database.recipes.toArray()).sort((a, b) => b.kept - a.kept),
    () => [...inMemory.values()].sort((a, b) => b.kept - a.kept),
  );

/** Keeps a recipe, as a new one or in place of the one of an id. */
export async function saveRecipe(recipe: Recipe, id: string = newId()): Promise<void> {
  const record = { id, recipe, kept: Date.now() };
  await inDatabase(
    async () => void (await database.recipes.put(record)),
    () => void inMemory.set(id, record),
  );
}

/** Puts a removed recipe back as it was. */
export const restoreRecipe = (record: RecipeRecord): Promise<void> =>
  inDatabase(
    async () => void (await database.recipes.put(record)),
    () => void inMemory.set(record.id, record),
  );

export const removeRecipe = (id: string): Promise<void> =>
  inDatabase(
    () => database.recipes.delete(id),
    () => void inMemory.delete(id),
  );
