import type { Recipe } from '@ignis/core/recipes/recipe';
import { parseRecipe } from '@ignis/core/recipes/recipe';
import { download, fileName } from '../files/download';
import { saveRecipe } from '../storage/recipes';

/** Saves a recipe as a file to be shared. */
export const downloadRecipe = (recipe: Recipe): void =>
  download(
    new Blob([JSON.stringify(recipe, null, 2)], { type: 'application/json' }),
    fileName(recipe.name, '.recipe.json'),
  );

/** Keeps the recipe of a file; returns its name. Throws a RecipeError that says what is wrong. */
export async function bringInRecipe(file: File): Promise<string> {
  const recipe = parseRecipe(await file.text(), file.name);
  await saveRecipe(recipe);
  return recipe.name;
}
