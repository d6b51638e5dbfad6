import type { LibraryEntry } from '@ignis/core/collection/entry';
import { newId } from '@ignis/core/scene/model/new-id';
import { bookRecords } from './book-records';
import { listBrushes, putBrush, removeBrush } from './brushes';
import { database } from './connection';
import { listRecipes, removeRecipe, restoreRecipe } from './recipes';

/** The library: layers and templates of its own, and the recipes and brushes of the artist's books. */

/** A thing in the library, as it is stored. */
export interface LibraryItem extends LibraryEntry {
  id: string;
  /** When it was kept. */
  kept: number;
  /** A small picture of it; null if it has none yet. */
  thumbnail: Blob | null;
}

const records = bookRecords(() => database.library);

/** All that is in it, the last kept first. */
export async function listLibrary(): Promise<LibraryItem[]> {
  const [own, recipes, brushes] = await Promise.all([records.list(), listRecipes(), listBrushes()]);
  return [
    ...own,
    ...recipes.map(({ id, kept, recipe, tags = [] }): LibraryItem => ({
      ...{ id, kept, tags, name: recipe.name, thing: { kind: 'recipe', recipe }, thumbnail: null },
    })),
    ...brushes.map(({ id, kept, brush, tags = [] }): LibraryItem => ({
      ...{ id, kept, tags, name: brush.name, thing: { kind: 'brush', brush }, thumbnail: null },
    })),
  ].sort((a, b) => b.kept - a.kept);
}

/** The templates that are in it, the last kept first. */
export const listTemplates = async (): Promise<LibraryItem[]> =>
  (await records.list()).filter((r) => r.thing.kind === 'template');

/** Keeps a thing: a new one, one with another name or tags, or one that was removed. */
export function putInLibrary({
  thing,
  name,
  tags,
  id,
  kept,
  thumbnail,
}: LibraryItem): Promise<void> {
  switch (thing.kind) {
    case 'recipe':
      return restoreRecipe({ id, kept, tags, recipe: { ...thing.recipe, name } });
    case 'brush':
      return putBrush({ id, kept, tags, brush: { ...thing.brush, name } });
    default:
      return records.put({ id, kept, name, tags, thing, thumbnail });
  }
}

export const removeFromLibrary = ({ id, thing }: LibraryItem): Promise<void> =>
  thing.kind === 'recipe'
    ? removeRecipe(id)
    : thing.kind === 'brush'
      ? removeBrush(id)
      : records.remove(id);

/** An entry as one that was not there before. */
export const asNewItem = (entry: LibraryEntry, thumbnail: Blob | null): LibraryItem => ({
  ...{ ...entry, id: newId(), kept: Date.now(), thumbnail },
});
