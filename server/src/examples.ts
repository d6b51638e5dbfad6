/** The example scenes: what there is, their files, and pictures of them rendered on request. */
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { Router } from 'express';
import { packScene } from '@ignis/core/files/ignis-file';
import { writePng } from '@ignis/core/files/png';
import { exportScene } from '@ignis/core/render/export';
import { decodeAssets, pictureFrom, readScene } from './scene-file';

/** The width of an example's picture on the shelf, px. */
const PICTURE_WIDTH = 720;

/** Routes below `/examples`: `index.json`, `NAME.ignis` and `NAME.png`, made once and kept. */
export function examples(folder: string): Router {
  const router = Router();
  const made = new Map<string, Promise<Buffer>>();
  const once = (key: string, make: () => Promise<Uint8Array>) => {
    let found = made.get(key);
    if (!found) {
      found = make().then((bytes) => Buffer.from(bytes));
      made.set(key, found);
      found.catch(() => made.delete(key));
    }
    return found;
  };
  const names = async () =>
    (await readdir(folder, { withFileTypes: true }))
      .filter((e) => e.isDirectory())
      .map((e) => e.name)
      .sort()
      .reverse();

  router.get('/index.json', async (_request, response) => {
    const bytes = await once('index', async () => {
      const list = await Promise.all(
        (await names()).map(async (name) => {
          const { scene } = await readScene(join(folder, name));
          return { id: name, name: scene.name, width: scene.width, height: scene.height };
        }),
      );
      return Buffer.from(JSON.stringify(list));
    });
    response.type('json').send(bytes);
  });

  router.get('/:file', async (request, response, next) => {
    const match = /^([\w-]+)\.(ignis|png)$/.exec(request.params.file);
    if (!match || !(await names()).includes(match[1]!)) return next();
    const [, name, kind] = match as unknown as [string, string, string];
    const bytes = await once(request.params.file, async () => {
      const packed = await readScene(join(folder, name));
      if (kind === 'ignis') return packScene(packed);
      const pictures = await decodeAssets(packed);
      const image = exportScene(packed.scene, {
        scale: Math.min(1, PICTURE_WIDTH / packed.scene.width),
        depth: 8,
        background: true,
        picture: pictureFrom(pictures),
      });
      for (const p of pictures.values()) p.release();
      return writePng(image);
    });
    response
      .type(kind === 'png' ? 'png' : 'application/zip')
      .set('Cache-Control', 'no-cache')
      .send(bytes);
  });
  return router;
}
