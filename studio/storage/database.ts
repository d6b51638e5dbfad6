import Dexie, { type Table } from 'dexie';
import type { BookBrush } from '@ignis/core/recipes/brushes/book-brush';
import type { Recipe } from '@ignis/core/recipes/recipe';
import type { LibraryThing } from '@ignis/core/collection/entry';
import type { Delta } from '@ignis/core/scene/model/delta';
import type { Scene, Step } from '@ignis/core/scene/model/schema';
import { VERSION } from '@ignis/core/scene/model/version';

/** A scene of the artist's, as the browser keeps it. */
export interface SceneRecord {
  id: string;
  scene: Scene;
  created: number;
  changed: number;
  /** A small picture of the scene; none before the first save. */
  thumbnail: Blob | null;
  /** Counts how often the scene was written; left out before it was. */
  revision?: number;
}

/** Whether a record has what its card on the shelf shows; of one that was damaged anything may be missing. */
export function hasScene({ scene }: { scene: Partial<Scene> | null | undefined }): boolean {
  return (
    typeof scene?.name === 'string' && Number.isFinite(scene.width) && Number.isFinite(scene.height)
  );
}

/** How a scene was some time ago. */
export interface EarlierRecord {
  /** The id of the scene. */
  scene: string;
  /** When it was saved so. */
  at: number;
  /** What leads back to it from the next newer of the scene's records, or from the scene. */
  delta: Delta;
  /** How large the delta is as JSON, letters. */
  size: number;
}

/** A picture's file, named by its content. */
export interface AssetRecord {
  name: string;
  bytes: Blob;
}

/** A recipe of the artist's own. */
export interface RecipeRecord {
  id: string;
  recipe: Recipe;
  /** What it is found by in the library; left out, nothing but its name. */
  tags?: readonly string[];
  /** When it was kept. */
  kept: number;
}

/** A brush of the artist's own. */
export interface BrushRecord {
  id: string;
  brush: BookBrush;
  /** What it is found by in the library; left out, nothing but its name. */
  tags?: readonly string[];
  /** When it was kept. */
  kept: number;
}

/** A layer or a template in the library. */
export interface LibraryRecord {
  id: string;
  name: string;
  tags: readonly string[];
  thing: Extract<LibraryThing, { scene: unknown }>;
  /** A small picture of it. */
  thumbnail: Blob | null;
  /** When it was kept. */
  kept: number;
}

/** Values of a step, saved by name as a preset of its kind. */
export interface PresetRecord {
  id: string;
  kind: string;
  name: string;
  values: Step['values'];
  /** When it was saved. */
  kept: number;
}

/** The browser's database. Names of assets are content hashes, so copies of a scene share them. */
export class Database extends Dexie {
  scenes!: Table<SceneRecord, string>;
  assets!: Table<AssetRecord, string>;
  recipes!: Table<RecipeRecord, string>;
  brushes!: Table<BrushRecord, string>;
  presets!: Table<PresetRecord, string>;
  library!: Table<LibraryRecord, string>;
  earlier!: Table<EarlierRecord, [scene: string, at: number]>;

  constructor() {
    // What is called saved is on the disk, and not on its way there.
    super('ignis', { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ scenes: 'id, changed', assets: 'name' });
    this.version(2).stores({ recipes: 'id, kept' });
    // The database is as new as the scenes in it: each version of these brings all that are kept up to date.
    this.version(VERSION).upgrade(async (transaction) => {
      const { readScene } = await Dexie.waitFor(import('@ignis/core/scene/model/check'));
      await transaction
        .table<SceneRecord>('scenes')
        .toCollection()
        // One that cannot be read stays as it is: the fault is named when it is opened.
        .modify((record) => void (record.scene = readScene(record.scene).scene ?? record.scene));
    });
    // Deltas lead back from scenes of the version they were written in: the next version has to bring them along.
    this.version(9.1).stores({ earlier: '[scene+at], scene' });
    this.version(9.2).stores({ brushes: 'id, kept' });
    this.version(9.3).stores({ presets: 'id, kind' });
    this.version(9.4).stores({ library: 'id, kept' });
  }
}
