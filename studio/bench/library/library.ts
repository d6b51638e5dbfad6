import { toast } from 'sonner';
import type { LibraryEntry, LibraryThing } from '@ignis/core/collection/entry';
import { MAX_ENTRY_NAME, takenScene } from '@ignis/core/collection/entry';
import { assetsOfEntries } from '@ignis/core/collection/entry';
import { wholeBrush } from '@ignis/core/brush/paint-brush';
import { putRecipe } from '@ignis/core/recipes/recipe';
import { carried } from '@ignis/core/scene/edits/carried';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { assetsOf } from '@ignis/core/scene/model/needs';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { recipeScene } from '../../recipes/recipe-scene';
import { useBench } from '../../state/bench';
import { takeBrush } from '../../state/paint';
import { loadAssets, saveAsset } from '../../storage/assets';
import { asNewItem, listLibrary, putInLibrary, type LibraryItem } from '../../storage/library';
import { createScene } from '../../storage/scenes';
import { addAsset, picture } from '../../workers/engine';
import { openLibrary, packLibrary } from '../../workers/files';
import { brushScene, stampAsset } from '../brushes/sample';
import { pasteLayers } from '../commands/clipboard';
import { addPaint } from '../commands/layers';
import { plural, t } from '../../words/t';

/** What is done with things of the library. */

/** The longer side of the small picture of a thing, px. */
const SIDE = 360;

/** The scene that shows what a thing is like. */
async function sceneToShow(thing: LibraryThing): Promise<{ scene: Scene; background: boolean }> {
  switch (thing.kind) {
    case 'recipe':
      return { scene: recipeScene(thing.recipe, 'TIDE'), background: true };
    case 'brush':
      await stampAsset(thing.brush);
      return { scene: brushScene(thing.brush), background: true };
    default:
      for (const [name, bytes] of await loadAssets(assetsOf(thing.scene))) addAsset(name, bytes);
      return { scene: thing.scene, background: thing.kind === 'template' };
  }
}

/** A small picture of a thing, as PNG. */
export async function pictureOfThing(thing: LibraryThing): Promise<Blob> {
  return picture({ ...(await sceneToShow(thing)), side: SIDE });
}

/** An entry as a new item; one whose picture cannot be made has none. */
const itemOf = async (entry: LibraryEntry): Promise<LibraryItem> =>
  asNewItem(entry, await pictureOfThing(entry.thing).catch(() => null));

async function save(name: string, thing: LibraryThing): Promise<void> {
  await putInLibrary(await itemOf({ name: name.slice(0, MAX_ENTRY_NAME), tags: [], thing }));
  toast.success(t`“${name}” is in your library`);
}

/** Saves a layer in the library, with all that it holds. */
export const saveLayer = (layer: Layer): Promise<void> =>
  save(layer.name, { kind: 'layer', scene: carried(useBench.getState().scene, layer) });

/** Saves a scene in the library as a template, without its takes. */
export const saveTemplate = (scene: Scene): Promise<void> =>
  save(scene.name, { kind: 'template', scene: { ...scene, takes: undefined } });

/** Where using a thing of the library leads. */
export type Used = { kind: 'here' } | { kind: 'scene'; id: string };

/**
 * Uses a thing: puts a layer in the scene, a recipe on the chosen layer, takes a brush, or begins a scene with a template. Throws
 * an Error in the artist's words where that cannot be done.
 */
export async function takeFromLibrary({ thing, name }: LibraryItem): Promise<Used> {
  const { scene, selected, change, set } = useBench.getState();
  switch (thing.kind) {
    case 'layer':
      await pasteLayers(takenScene(thing.scene));
      return { kind: 'here' };
    case 'template': {
      const begun = { ...takenScene(thing.scene), name };
      return { kind: 'scene', id: await createScene(begun, new Map()) };
    }
    case 'recipe': {
      if (!findLayer(scene, selected))
        throw new Error(t`Choose the layer that it should be put on, and take it again.`);
      change(t`Put on ${name}`, putRecipe(selected!, thing.recipe));
      return { kind: 'here' };
    }
    case 'brush':
      await stampAsset(thing.brush);
      takeBrush(wholeBrush(thing.brush.brush), thing.brush.colour);
      if (findLayer(scene, selected)?.source.kind === 'paint') set({ mode: 'paint' });
      else addPaint();
      return { kind: 'here' };
  }
}

/** Says which things are not where they should be, if any are. */
function tellLost(what: string, lost: readonly string[]): void {
  if (lost.length > 0)
    toast.warning(t`${what} without ${plural(lost.length, 'one thing', '# things')}`, {
      description: lost.slice(0, 4).join(' '),
      duration: 20_000,
    });
}

/** The whole library as a file, with the pictures and fonts that it needs; what has lost one is named, and left out. */
export async function libraryFile(entries: readonly LibraryEntry[]): Promise<Blob> {
  const { file, lost } = await packLibrary(entries, await loadAssets(assetsOfEntries(entries)));
  tellLost(
    t`The library is saved`,
    lost.map((name) => t`A picture or a font of “${name}” is no longer in this browser.`),
  );
  return file;
}

/** Adds what a library's file holds to the library; returns how much that is. Throws a FileFault if it is none. */
export async function bringInLibrary(file: File): Promise<number> {
  const { entries, assets, lost } = await openLibrary(file, file.name);
  for (const [name, bytes] of assets) await saveAsset(name, bytes);
  // The same thing twice would only be in the way.
  const here = new Set((await listLibrary()).map((i) => JSON.stringify(i.thing)));
  const fresh = entries.filter((e) => !here.has(JSON.stringify(e.thing)));
  for (const entry of fresh) await putInLibrary(await itemOf(entry));
  tellLost(t`The library was brought in`, lost);
  return fresh.length;
}
