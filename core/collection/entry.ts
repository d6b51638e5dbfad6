import { askingAgain, hasCutOut } from '../scene/edits/picture-edits';
import { parseScene } from '../scene/model/check';
import { assetsOf } from '../scene/model/needs';
import { isLine } from '../scene/model/traits';
import type { Scene } from '../scene/model/schema';
import type { BookBrush } from '../recipes/brushes/book-brush';
import type { Recipe } from '../recipes/recipe';

/** What the library holds: things of the artist's own that are used again in other scenes. */

/** A thing in the library, by its kind. */
export type LibraryThing =
  /** One layer with all that it holds, as a scene of its own (`carried`). */
  | { kind: 'layer'; scene: Scene }
  /** A whole scene to begin others with; its wells ask for pictures. */
  | { kind: 'template'; scene: Scene }
  | { kind: 'recipe'; recipe: Recipe }
  | { kind: 'brush'; brush: BookBrush };

export interface LibraryEntry {
  name: string;
  tags: readonly string[];
  thing: LibraryThing;
}

/** The most tags of an entry, and letters of a tag and of a name. */
export const MAX_TAGS = 20;
export const MAX_TAG = 40;
export const MAX_ENTRY_NAME = 80;

/** What entries are sorted by, in the order in which they are offered: what one is called, and all. */
export const librarySorts = [
  { sort: 'picture', one: 'Picture', label: 'Pictures' },
  { sort: 'cut-out', one: 'Cut-out', label: 'Cut-outs' },
  { sort: 'line', one: 'Line', label: 'Lines' },
  { sort: 'text', one: 'Text', label: 'Texts' },
  { sort: 'group', one: 'Group', label: 'Groups' },
  { sort: 'other', one: 'Layer', label: 'Other layers' },
  { sort: 'template', one: 'Template', label: 'Templates' },
  { sort: 'recipe', one: 'Recipe', label: 'Recipes' },
  { sort: 'brush', one: 'Brush', label: 'Brushes' },
] as const;

export type LibrarySort = (typeof librarySorts)[number]['sort'];

/** What sort a thing is of. */
export function sortOf(thing: LibraryThing): LibrarySort {
  if (thing.kind !== 'layer') return thing.kind;
  const [layer] = thing.scene.layers;
  if (!layer) return 'other';
  if (isLine(layer)) return 'line';
  switch (layer.source.kind) {
    case 'picture':
      return hasCutOut(layer) ? 'cut-out' : 'picture';
    case 'text':
    case 'group':
      return layer.source.kind;
    default:
      return 'other';
  }
}

/**
 * A stored scene of the library as it is used: of today’s version, its wells asking for pictures again. Throws a SceneError for one
 * that is damaged, or was stored by a newer Ignis.
 */
export function takenScene(stored: Scene): Scene {
  const scene = parseScene(stored);
  return { ...scene, layers: askingAgain(scene.layers) };
}

/** The names of the pictures and fonts that entries need, each once. */
export const assetsOfEntries = (entries: readonly LibraryEntry[]): string[] => [
  ...new Set(entries.flatMap(({ thing }) => ('scene' in thing ? assetsOf(thing.scene) : []))),
];

/** Tags as an artist writes them, with commas between: without those that are empty or there twice, within bounds. */
export const tagsIn = (text: string): string[] =>
  [...new Set(text.split(',').map((t) => t.trim().toLowerCase().slice(0, MAX_TAG)))]
    .filter((t) => t !== '')
    .slice(0, MAX_TAGS);

/** Entries of a sort (null: of any) whose name or tags have all words of a text in them, in their order. */
export function entriesFor<E extends LibraryEntry>(
  entries: readonly E[],
  text: string,
  sort: LibrarySort | null,
): E[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  return entries.filter(({ name, tags, thing }) => {
    if (sort !== null && sortOf(thing) !== sort) return false;
    const said = [name.toLowerCase(), ...tags];
    return words.every((w) => said.some((s) => s.includes(w)));
  });
}
