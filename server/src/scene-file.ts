/** Scenes on disk: `.ignis` files, and folders laid out the same way. */
import { readFile, readdir, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import sharp from 'sharp';
import { FileFault } from '@ignis/core/files/fault';
import type { Packed } from '@ignis/core/files/ignis-file';
import { assemble, unpackScene } from '@ignis/core/files/ignis-file';
import { inspectPicture } from '@ignis/core/files/picture-file';
import { readPng } from '@ignis/core/files/png';
import '@ignis/core/kernels/load';
import './png-encoder';
import type { Picture } from '@ignis/core/kernels/picture';
import { picture } from '@ignis/core/kernels/picture';
import { picturesOf } from '@ignis/core/scene/model/needs';
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
  return found.isDirectory()
    ? assemble(await folderFiles(path), name)
    : unpackScene(await readFile(path), name);
}

async function folderFiles(folder: string): Promise<Record<string, Uint8Array>> {
  const files: Record<string, Uint8Array> = {};
  const add = async (path: string) => {
    files[path] = await readFile(join(folder, path));
  };
  const assets = await readdir(join(folder, 'assets')).catch(() => []);
  await Promise.all([
    add('scene.json').catch(() => undefined),
    ...assets.map((a) => add(`assets/${a}`)),
  ]);
  return files;
}

/**
 * Makes ready what a scene is rendered with: its fonts, and its pictures, decoded: PNG by core, exactly; other
 * formats by sharp, upright. Adds to the pictures by name that are there already, if any are given, and returns them.
 */
export async function decodeAssets(
  { scene, assets }: Packed,
  out = new Map<string, Picture>(),
): Promise<Map<string, Picture>> {
  await readyFonts(scene, assets);
  for (const name of picturesOf(scene)) {
    if (out.has(name)) continue;
    const bytes = assets.get(name)!;
    const file = inspectPicture(bytes, name);
    if (file.format === 'png') out.set(name, picture(readPng(bytes, name)));
    else {
      const { data, info } = await sharp(bytes, { pages: 1 })
        .rotate()
        .toColourspace('srgb')
        .ensureAlpha()
        .raw({ depth: 'uchar' })
        .toBuffer({ resolveWithObject: true });
      out.set(name, picture({ width: info.width, height: info.height, depth: 8, data }));
    }
  }
  return out;
}

/** Looks pictures up by asset name, as the renderer asks for them. */
export const pictureFrom = (pictures: Map<string, Picture>) => (asset: string) => {
  const found = pictures.get(asset);
  if (!found) throw new Error(`The picture ${asset} is not here.`);
  return found;
};
