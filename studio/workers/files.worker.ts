/// <reference lib="webworker" />
/** The worker that packs and unpacks scenes' files. One is started for each file, so that it can be called off. */
import './errors';
import { expose } from 'comlink';
import { FileFault, damagedFile } from '@ignis/core/files/fault';
import { assetName, packScene, unpackScene } from '@ignis/core/files/ignis-file';
import type { SvgDrawing } from '@ignis/core/files/svg-lines';
import type { Salvaged } from '@ignis/core/scene/model/salvage';
import { withoutAssets } from '@ignis/core/scene/model/salvage';
import type { Scene } from '@ignis/core/scene/model/schema';
import { FontFault, faceOf } from '@ignis/core/text/face';
import { loadShaper } from '@ignis/core/text/shaper';
import { live } from './watchdog';

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

  /** Looks through an SVG that the browser is to draw: its text. */
  async svg(file: Blob, name: string): Promise<string> {
    const [{ boundSvg }, text] = await Promise.all([
      import('@ignis/core/files/svg-nodes'),
      file.text(),
    ]);
    boundSvg(text, name);
    return text;
  },

  /** The lines of an SVG. */
  async svgLines(file: Blob, name: string): Promise<SvgDrawing> {
    const [{ readSvg }, text] = await Promise.all([
      import('@ignis/core/files/svg-lines'),
      file.text(),
    ]);
    return readSvg(text, name);
  },

  /** The names of the fonts in a collection of them; none where the file is no collection. */
  async collected(file: Blob, name: string): Promise<string[]> {
    const { isCollection, collectionTitles } = await import('@ignis/core/files/font-collection');
    const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
    if (!isCollection(head)) return [];
    await loadShaper();
    try {
      return collectionTitles(new Uint8Array(await file.arrayBuffer()));
    } catch (cause) {
      throw damagedFile(name, cause);
    }
  },

  /** A font (of a collection, that of a number), unpacked so that every machine works on the same bytes, and the name of its asset. */
  async font(file: Blob, name: string, face: number): Promise<{ asset: string; bytes: Blob }> {
    const { sfntOf } = await import('@ignis/core/files/font-file');
    const given = new Uint8Array(await file.arrayBuffer());
    const { bytes, format } = await sfntOf(given, name, face);
    await loadShaper();
    try {
      if (faceOf(bytes).isBlank)
        throw new FontFault(
          'holds its letters in colours or as pictures, not as outlines that light can follow',
        );
    } catch (error) {
      if (error instanceof FontFault)
        throw new FileFault(name, error.message, 'Bring in another copy, or another font.');
      throw error;
    }
    const blob = new Blob([bytes as Uint8Array<ArrayBuffer>]);
    return { asset: await assetName(bytes, format), bytes: blob };
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
