/** The faces of fonts that a scene needs, from the packages they ship in or from the scene itself. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { facesOf } from '@ignis/core/scene/model/needs';
import type { Scene } from '@ignis/core/scene/model/schema';
import { faceFile } from '@ignis/core/text/families';
import { needFaces } from '@ignis/core/text/library';

// The fonts are packages of this one too, so that they are there where it is installed by itself.
const { resolve } = createRequire(import.meta.url);

/** The bytes of a face by its name: one that ships. Null if it is none. */
export async function shippedFace(name: string): Promise<Uint8Array | null> {
  const file = faceFile(name);
  return file === null ? null : readFile(resolve(file));
}

/** Sees to it that the fonts of a scene are at hand before it is rendered. */
export const readyFonts = async (
  scene: Scene,
  assets: ReadonlyMap<string, Uint8Array>,
): Promise<void> =>
  void (await needFaces(
    facesOf(scene),
    async (name) => (await shippedFace(name)) ?? assets.get(name) ?? null,
  ));
