/// <reference lib="webworker" />
/** The worker that packs and unpacks scenes' files. One is started for each file, so that it can be called off. */
import { expose } from 'comlink';
import { packScene, unpackScene } from '@ignis/core/files/ignis-file';
import type { Salvaged } from '@ignis/core/scene/model/salvage';
import { withoutAssets } from '@ignis/core/scene/model/salvage';
import type { Scene } from '@ignis/core/scene/model/schema';
import { live } from './watched';

/** A file that was opened: the scene without what is lost, and its pictures and fonts. */
export interface OpenedFile extends Salvaged {
  assets: Map<string, Blob>;
}

/** A scene packed to a file; `lost` says why assets are not in it. */
export interface PackedFile {
  file: Blob;
  lost: string[];
}

const work = {
  live,

  async open(file: Blob, name: string, progress: (done: number) => void): Promise<OpenedFile> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const { scene, assets, lost } = await unpackScene(bytes, name, progress);
    const blobs = [...assets].map(
      ([n, b]) => [n, new Blob([b as Uint8Array<ArrayBuffer>])] as const,
    );
    return { ...withoutAssets(scene, lost), assets: new Map(blobs) };
  },

  async pack(scene: Scene, assets: Map<string, Blob>): Promise<PackedFile> {
    const read = new Map<string, Uint8Array>();
    for (const [name, blob] of assets) {
      // One that the browser can no longer read counts as missing.
      const bytes = await blob.arrayBuffer().catch(() => null);
      if (bytes) read.set(name, new Uint8Array(bytes));
    }
    const { bytes, lost } = await packScene({ scene, assets: read });
    const file = new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/zip' });
    return { file, lost: [...lost.values()] };
  },
};

export type FileWork = typeof work;
expose(work);
