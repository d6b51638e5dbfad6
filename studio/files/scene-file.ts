import { toast } from 'sonner';
import { parseScene } from '@ignis/core/scene/model/check';
import type { Scene } from '@ignis/core/scene/model/schema';
import { assetsOf } from '@ignis/core/scene/model/needs';
import { tellAside } from '../state/aside';
import { loadAssets } from '../storage/assets';
import { createScene } from '../storage/scenes';
import type { OpenedFile } from '../workers/files.worker';
import { t } from '../words/t';

/** What packs and unpacks is loaded when a file is first opened or saved. */
const packing = () => import('../workers/files');

/** How far a file is read, and how to stop that. */
export interface Reading {
  progress(done: number): void;
  signal: AbortSignal;
}

/** Opens an `.ignis` file as a new scene; returns its id. Throws with a message for the artist. */
export async function openSceneFile(
  file: Blob,
  name: string,
  { progress, signal }: Reading,
): Promise<string> {
  const { openFile } = await packing();
  const { scene, assets, aside } = await openFile(file, name, progress, signal);
  tellAside(aside, t`The file still holds the scene as it was.`);
  return createScene(scene, assets);
}

/** Where an example is served, and its picture. */
export interface ExampleFile {
  name: string;
  url: string;
  cover: string;
}

/** Fetches and opens an example, with a picture of it if there is one. Throws with a message for the artist. */
export async function openExample(
  { name, url, cover }: ExampleFile,
  { progress, signal }: Reading,
): Promise<OpenedFile & { thumbnail: Blob | null }> {
  const [{ openFile }, file, picture] = await Promise.all([
    packing(),
    fetch(url, { signal }).catch(() => null),
    fetch(cover, { signal }).catch(() => null),
  ]);
  signal.throwIfAborted();
  if (!file?.ok) throw new Error(t`The server does not answer. Start it again with npm run demo.`);
  const opened = await openFile(await file.blob(), `${name}.ignis`, progress, signal);
  const isWhole = opened.aside.length === 0;
  return { ...opened, thumbnail: isWhole && picture?.ok ? await picture.blob() : null };
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
    toast.warning(t`The file is saved without what is damaged`, {
      description: t`${lost.slice(0, 4).join(' ')} Bring it in again, and save once more.`,
      duration: 20_000,
    });
  }
  return file;
}
