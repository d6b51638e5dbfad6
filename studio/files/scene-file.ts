import { toast } from 'sonner';
import { parseScene } from '@ignis/core/scene/model/check';
import type { Scene } from '@ignis/core/scene/model/schema';
import { assetsOf } from '@ignis/core/scene/model/needs';
import { tellAside } from '../state/aside';
import { loadAssets } from '../storage/assets';
import { createScene } from '../storage/scenes';

/** What packs and unpacks is loaded when a file is first opened or saved. */
const packing = () => import('../workers/files');

/** How far a file is read, and how to stop that. */
export interface Reading {
  progress(done: number): void;
  signal: AbortSignal;
}

/** Opens an `.ignis` file as a new scene, with a picture of it if there is one; returns its id. Throws with a message for the artist. */
export async function openSceneFile(
  file: Blob,
  name: string,
  { progress, signal }: Reading,
  cover: Blob | null = null,
): Promise<string> {
  const { openFile } = await packing();
  const { scene, assets, aside } = await openFile(file, name, progress, signal);
  tellAside(aside, 'The file still holds the scene as it was.');
  return createScene(scene, assets, aside.length === 0 ? cover : null);
}

/**
 * A scene whose pictures are kept here, as an `.ignis` file; those that are damaged are named, and left out. Throws a
 * SceneError if the scene is damaged.
 */
export async function sceneFile(saved: Scene): Promise<Blob> {
  const { packFile } = await packing();
  const scene = parseScene(saved);
  const { file, lost } = await packFile(scene, await loadAssets(assetsOf(scene)));
  if (lost.length > 0) {
    console.error('Not in the file', lost);
    toast.warning('The file is saved without what is damaged', {
      description: `${lost.slice(0, 4).join(' ')} Bring it in again, and save once more.`,
      duration: 20_000,
    });
  }
  return file;
}

/** Hands a file to the browser to be saved. */
export function download(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name that any file system takes. */
export const fileName = (name: string, ending: string): string =>
  `${name.replace(/[^\p{L}\p{N} ._-]/gu, '').trim() || 'scene'}${ending}`;
