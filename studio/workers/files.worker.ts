/// <reference lib="webworker" />
/** The worker that packs and unpacks scenes' files. One is started for each file, so that it can be called off. */
import './errors';
import { expose } from 'comlink';
import type { LibraryEntry } from '@ignis/core/collection/entry';
import { FileFault, damagedFile } from '@ignis/core/files/fault';
import { assetName, packScene, unpackScene } from '@ignis/core/files/ignis-file';
import type { SvgDrawing } from '@ignis/core/files/svg-lines';
import type { Salvaged } from '@ignis/core/scene/model/salvage';
import { withoutAssets } from '@ignis/core/scene/model/salvage';
import type { Scene } from '@ignis/core/scene/model/schema';
import { FontFault, faceOf } from '@ignis/core/text/face';
import { loadShaper } from '@ignis/core/text/shaper';
import { live } from './watchdog';
import { t } from '../words/t';

/** A file that was opened: the scene without what is lost, and its pictures and fonts. */
export interface OpenedFile extends Salvaged {
  assets: Map<string, Blob>;
}

/** A scene or a library packed to a file; `lost` says why assets are not in it, or which entries. */
export interface PackedFile {
  file: Blob;
  lost: string[];
}

/** A library's file that was opened: its entries, their pictures and fonts, and what could not be read, and why. */
export interface OpenedLibrary {
  entries: LibraryEntry[];
  assets: Map<string, Blob>;
  lost: string[];
}

const blobsOf = (assets: ReadonlyMap<string, Uint8Array>): Map<string, Blob> =>
  new Map([...assets].map(([n, b]) => [n, new Blob([b as Uint8Array<ArrayBuffer>])]));

/** The bytes of files; one that the browser can no longer read counts as missing. */
async function bytesOf(assets: ReadonlyMap<string, Blob>): Promise<Map<string, Uint8Array>> {
  const read = new Map<string, Uint8Array>();
  for (const [name, blob] of assets) {
    const bytes = await blob.arrayBuffer().catch(() => null);
    if (bytes) read.set(name, new Uint8Array(bytes));
  }
  return read;
}

const zipOf = (bytes: Uint8Array): Blob =>
  new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/zip' });

const work = {
  live,

  async open(file: Blob, name: string, progress: (done: number) => void): Promise<OpenedFile> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const { scene, assets, lost } = await unpackScene(bytes, name, progress);
    return { ...withoutAssets(scene, lost), assets: blobsOf(assets) };
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
          t`holds its letters in colours or as pictures, not as outlines that light can follow`,
        );
    } catch (error) {
      if (error instanceof FontFault)
        throw new FileFault(name, error.message, t`Bring in another copy, or another font.`);
      throw error;
    }
    const blob = new Blob([bytes as Uint8Array<ArrayBuffer>]);
    return { asset: await assetName(bytes, format), bytes: blob };
  },

  async pack(scene: Scene, assets: Map<string, Blob>): Promise<PackedFile> {
    const { bytes, lost } = await packScene({ scene, assets: await bytesOf(assets) });
    return { file: zipOf(bytes), lost: [...lost.values()] };
  },

  async packLibrary(
    entries: readonly LibraryEntry[],
    assets: Map<string, Blob>,
  ): Promise<PackedFile> {
    const { packLibrary } = await import('@ignis/core/collection/library-file');
    const { bytes, lost } = packLibrary(entries, await bytesOf(assets));
    return { file: zipOf(bytes), lost };
  },

  async openLibrary(file: Blob, name: string): Promise<OpenedLibrary> {
    const { unpackLibrary } = await import('@ignis/core/collection/library-file');
    const read = await unpackLibrary(new Uint8Array(await file.arrayBuffer()), name);
    return { ...read, assets: blobsOf(read.assets) };
  },
};

export type FileWork = typeof work;
expose(work);
