import { readFile, writeFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { picture } from '@ignis/core/kernels/picture';
import type { StraightImage } from '@ignis/core/pixels/picture';
import { exportScene } from '@ignis/core/render/export';
import { newPicture, newScene } from '@ignis/core/scene/model/make';
import { decodePicture } from '../scene-file';
import { callHelpers } from '../threads';
import type { WriteOptions } from './formats';
import { writerOf } from './formats';

/** The pixels of a picture's file. Throws a FileFault in words if it cannot be read. */
export const readFileOf = async (path: string): Promise<StraightImage> =>
  decodePicture(new Uint8Array(await readFile(path)), basename(path));

/** Writes a picture's file in another format, its colours as they show. */
export async function convertPicture(from: string, to: string, options: WriteOptions) {
  const { written, depth, values } = writerOf(to, options);
  const image = await readFileOf(from);
  callHelpers();
  const { width, height } = image;
  const scene = newScene(basename(from), width, height, null);
  const asset = `${'0'.repeat(64)}.png`;
  const source = { kind: 'picture', asset, width, height } as const;
  scene.layers.push(newPicture('', source, scene, { x: width / 2, y: height / 2 }, true));
  const { space } = options;
  const made = exportScene(scene, {
    ...{ scale: 1, depth, space, background: false },
    picture: () => picture(image),
  });
  await writeFile(to, await written.encode(made, values, { ...options, about: options }));
}
