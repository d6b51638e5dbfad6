import { parseScene } from '@ignis/core/scene/model/check';
import type { Scene } from '@ignis/core/scene/model/schema';
import { assetsOf } from '@ignis/core/scene/model/needs';
import { loadAssets } from '../storage/assets';
import { createScene } from '../storage/scenes';

/** What packs and unpacks is loaded when a file is first opened or saved. */
const packing = () => import('@ignis/core/files/ignis-file');

/** Opens an `.ignis` file as a new scene; returns its id. Throws with a message for the artist. */
export async function openSceneFile(file: Blob, name: string): Promise<string> {
  const { unpackScene } = await packing();
  const { scene, assets } = await unpackScene(new Uint8Array(await file.arrayBuffer()), name);
  const blobs = new Map(
    [...assets].map(([n, bytes]) => [n, new Blob([bytes as Uint8Array<ArrayBuffer>])]),
  );
  return createScene(scene, blobs);
}

/** A scene whose pictures are kept here, as an `.ignis` file. Throws a SceneError if it is damaged. */
export async function sceneFile(saved: Scene): Promise<Blob> {
  const { packScene } = await packing();
  const scene = parseScene(saved);
  const assets = new Map<string, Uint8Array>();
  for (const [name, blob] of await loadAssets(assetsOf(scene)))
    assets.set(name, new Uint8Array(await blob.arrayBuffer()));
  return new Blob([(await packScene({ scene, assets })) as Uint8Array<ArrayBuffer>], {
    type: 'application/zip',
  });
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
