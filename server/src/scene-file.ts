/** Scenes on disk: `.ignis` files, and folders laid out the same way. */
import { statSync } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { decode as decodeBmp } from 'bmp-ts';
import sharp from 'sharp';
import { FileFault, damagedFile } from '@ignis/core/files/fault';
import type { Packed } from '@ignis/core/files/ignis-file';
import { assemble, unpackScene, whole } from '@ignis/core/files/ignis-file';
import { inspectPicture, readPicture } from '@ignis/core/files/picture-file';
import type { Files } from '@ignis/core/files/zip';
import '@ignis/core/kernels/load';
import './codec-files';
import type { Picture } from '@ignis/core/kernels/picture';
import type { StraightImage } from '@ignis/core/pixels/picture';
import { picture } from '@ignis/core/kernels/picture';
import { needPacks } from '@ignis/core/brush/library';
import { packsOf, picturesOf } from '@ignis/core/scene/model/needs';
import { readyFonts } from './fonts';

/** Reads a scene from a path. Throws a FileFault or SceneError that says what is wrong. */
export async function readScene(path: string): Promise<Packed> {
  const name = basename(path);
  const found = await stat(path).catch(() => null);
  if (!found)
    throw new FileFault(
      path,
      'is not there',
      'Give the path of an .ignis file, or of a folder that holds scene.json.',
    );
  return whole(
    found.isDirectory()
      ? await assemble(folderFiles(path), name)
      : await unpackScene(await readFile(path), name),
    name,
  );
}

/** The files of a folder by their paths within it. */
const folderFiles = (folder: string): Files => ({
  size: (path) => statSync(join(folder, path), { throwIfNoEntry: false })?.size ?? 0,
  async read(path, most) {
    const size = this.size(path);
    if (size > most)
      throw new FileFault(
        basename(folder),
        `holds a file that is too large (${path})`,
        'Give a folder that was made by unpacking an .ignis file.',
      );
    return readFile(join(folder, path)).catch(() => null);
  },
});

/**
 * Makes ready what a scene is rendered with: its fonts, its strokes, and its pictures, decoded and upright. Adds to the pictures by name that are there already, if any are given, and returns them.
 */
export async function decodeAssets(
  { scene, assets }: Packed,
  out = new Map<string, Picture>(),
): Promise<Map<string, Picture>> {
  await readyFonts(scene, assets);
  await needPacks(packsOf(scene), (name) => Promise.resolve(assets.get(name) ?? null));
  for (const name of picturesOf(scene))
    if (!out.has(name)) out.set(name, picture(await decodePicture(assets.get(name)!, name)));
  return out;
}

/**
 * The pixels of a picture's file, upright: by core, as in the browser; of formats that browsers read themselves by libraries.
 * Throws a FileFault if it is damaged, or no picture that a scene can hold.
 */
export async function decodePicture(bytes: Uint8Array, name: string): Promise<StraightImage> {
  const own = await readPicture(bytes, name);
  if (own) return own;
  const { format } = inspectPicture(bytes, name);
  try {
    return await (format === 'bmp' ? decodedBmp(bytes) : decodedBySharp(bytes));
  } catch (cause) {
    throw damagedFile(name, cause);
  }
}

function decodedBmp(bytes: Uint8Array): StraightImage {
  const { width, height, data } = decodeBmp(Buffer.from(bytes), { toRGBA: true });
  // Most BMPs know no transparency; as browsers see it, one that would be clear all over is opaque.
  if (!data.some((v, i) => i % 4 === 3 && v > 0))
    for (let i = 3; i < data.length; i += 4) data[i] = 255;
  return { width, height, depth: 8, data };
}

async function decodedBySharp(bytes: Uint8Array): Promise<StraightImage> {
  const { data, info } = await sharp(bytes, { pages: 1 })
    .rotate()
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, depth: 8, data };
}

/** Looks pictures up by asset name, as the renderer asks for them. */
export const pictureFrom = (pictures: Map<string, Picture>) => (asset: string) => {
  const found = pictures.get(asset);
  if (!found) throw new Error(`The picture ${asset} is not here.`);
  return found;
};
