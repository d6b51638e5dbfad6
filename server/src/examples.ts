/** The example scenes: what there is, their files, and the pictures by which the shelf shows them. */
import { readdir } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { Router } from 'express';
import { packScene } from '@ignis/core/files/ignis-file';
import { readScene } from './scene-file';

/** The file of an example's picture in its folder, and the width of it, px. */
export const [COVER, COVER_WIDTH] = ['cover.webp', 720];

/**
 * Routes below `/examples`: `index.json`, `NAME.ignis` and `NAME.webp`. The files are packed one after another from now on, so that
 * who opens an example does not wait for it, and cached.
 */
export function examples(folder: string): Router {
  const router = Router();
  const packed = new Map<string, Promise<Buffer>>();
  const once = (key: string, make: () => Promise<Uint8Array>) => {
    let found = packed.get(key);
    if (!found) {
      found = make().then((bytes) => Buffer.from(bytes));
      packed.set(key, found);
      found.catch(() => packed.delete(key));
    }
    return found;
  };
  const packedAs = (name: string) =>
    once(name, async () => (await packScene(await readScene(join(folder, name)))).bytes);
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
    const match = /^([\w-]+)\.(ignis|webp)$/.exec(request.params.file);
    if (!match || !(await names()).includes(match[1]!)) return next();
    const [, name, kind] = match as unknown as [string, string, string];
    response.set('Cache-Control', 'no-cache');
    if (kind === 'webp') return response.sendFile(resolve(folder, name, COVER));
    response.type('application/zip').send(await packedAs(name));
  });
  const packAll = async () => {
    for (const name of await names()) await packedAs(name);
  };
  // Whatever fails is tried again when it is asked for, and the answer says so.
  packAll().catch(() => undefined);
  return router;
}
