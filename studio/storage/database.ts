import Dexie, { type Table } from 'dexie';
import type { Scene } from '@ignis/core/scene/schema';

/** A scene of the artist's, as the browser keeps it. */
export interface SceneRecord {
  id: string;
  scene: Scene;
  created: number;
  changed: number;
  /** A small PNG of the scene; none before the first save. */
  thumbnail: Blob | null;
}

/** A picture's file, named by its content. */
export interface AssetRecord {
  name: string;
  bytes: Blob;
}

/** The browser's database. Names of assets are content hashes, so copies of a scene share them. */
export class Database extends Dexie {
  scenes!: Table<SceneRecord, string>;
  assets!: Table<AssetRecord, string>;

  constructor() {
    super('ignis');
    this.version(1).stores({ scenes: 'id, changed', assets: 'name' });
  }
}
