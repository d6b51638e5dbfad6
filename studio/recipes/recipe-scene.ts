import type { Recipe } from '@ignis/core/recipes/recipe';
import { putRecipe } from '@ignis/core/recipes/recipe';
import { edit } from '@ignis/core/scene/edits/edit';
import { newScene, newTextLayer } from '@ignis/core/scene/model/make';
import { placed } from '@ignis/core/scene/arrange/placement';
import type { Scene } from '@ignis/core/scene/model/schema';

/** How large the picture of a recipe is; its scene is twice that, px. */
export const WIDTH = 330;
export const HEIGHT = 200;

/** Words in a small scene of their own, wearing a recipe. */
export function recipeScene(recipe: Recipe, words: string): Scene {
  const scene = newScene('', WIDTH * 2, HEIGHT * 2, '#26282d');
  const size = Math.min(190, (WIDTH * 2.6) / Math.max(2, words.length));
  const layer = newTextLayer(
    words,
    { font: 'bowlby-one', size, colour: '#c9c9c9' },
    { paragraph: { align: 'middle', direction: 'auto' } },
  );
  layer.placement = { ...placed(), x: WIDTH, y: HEIGHT + size * 0.36 };
  scene.layers.push(layer);
  return edit(scene, '', putRecipe(layer.id, recipe)).scene;
}
