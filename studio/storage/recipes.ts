import { newId } from '@ignis/core/scene/model/new-id';
import type { Recipe } from '@ignis/core/recipes/recipe';
import { database } from './connection';
import { bookRecords } from './book-records';

/** Recipes of the artist's own. */
const records = bookRecords(() => database.recipes);

export const { list: listRecipes, put: restoreRecipe, remove: removeRecipe } = records;

/** Keeps a recipe, as a new one or in place of the one of an id. */
export const saveRecipe = (recipe: Recipe, id: string = newId()): Promise<void> =>
  records.put({ id, recipe, kept: Date.now() });
