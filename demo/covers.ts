/** Renders the pictures by which the shelf shows the example scenes: `npm run covers`, after any of them has changed. */
import { readdir } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { exportScene } from '../core/render/export';
import { COVER, COVER_WIDTH } from '../server/src/examples';
import { decodeAssets, pictureFrom, readScene } from '../server/src/scene-file';

const scenes = new URL('scenes/', import.meta.url);
for (const name of await readdir(scenes)) {
  const folder = fileURLToPath(new URL(`${name}/`, scenes));
  const packed = await readScene(folder);
  const pictures = await decodeAssets(packed);
  const { width, height, data } = exportScene(packed.scene, {
    scale: Math.min(1, COVER_WIDTH / packed.scene.width),
    depth: 8,
    background: true,
    picture: pictureFrom(pictures),
  });
  for (const p of pictures.values()) p.release();
  await sharp(data, { raw: { width, height, channels: 4 } })
    .webp({ quality: 93, smartSubsample: true, effort: 6 })
    .toFile(`${folder}${COVER}`);
  console.log(name);
}
