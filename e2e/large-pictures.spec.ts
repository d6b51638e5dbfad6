/** Pictures that together take more memory than there is for them: their pixels stand in files of the browser's own. */
import { execFile } from 'node:child_process';
import { mkdtemp, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { assetName, packScene } from '../core/files/ignis-file';
import { newPicture, newScene } from '../core/scene/model/make';
import { exported, settled } from './bench-page';
import { expect, test, type Page } from './test';

const command = fileURLToPath(new URL('../server/bin/ignis.mjs', import.meta.url));
const waves = fileURLToPath(new URL('../core/testing/pictures/soft.png', import.meta.url));
const [WIDTH, HEIGHT] = [6000, 4000];

/** The names of the files. */
const files = (page: Page) =>
  page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    const names: string[] = [];
    const folder = await root.getDirectoryHandle('decoded-pictures', { create: true });
    for await (const name of folder.keys()) names.push(name);
    return names;
  });

test('two of 24 megapixels, whole, at half size and px by px, come out as by the command', async ({
  page,
}) => {
  const scene = newScene('Two photographs', 640, 400, null);
  const assets = new Map<string, Uint8Array>();
  for (const angle of [0, 180]) {
    const bytes = await sharp(waves)
      .rotate(angle)
      .resize(WIDTH, HEIGHT, { fit: 'fill' })
      .removeAlpha()
      .jpeg({ quality: 80 })
      .toBuffer();
    const asset = await assetName(bytes, 'jpg');
    assets.set(asset, bytes);
    const source = { kind: 'picture', asset, width: WIDTH, height: HEIGHT } as const;
    for (const [scale, x] of [
      [0.1, 0],
      [0.45, 160],
      [1, 420],
    ] as const) {
      const layer = newPicture(`At ${scale}`, source, scene, { x: 0, y: 0 }, false);
      layer.placement = {
        ...{ ...layer.placement, x: x + angle / 2, y: angle, scaleX: scale, scaleY: scale },
        ...{ pivotX: 0, pivotY: 0 },
      };
      layer.opacity = 60;
      scene.layers.push(layer);
    }
  }
  const file = Buffer.from((await packScene({ scene, assets })).bytes);
  await page.goto('/');
  await page
    .getByLabel('Open a saved scene')
    .setInputFiles({ name: 'two.ignis', mimeType: 'application/zip', buffer: file });
  await page.waitForURL(/\/scene\//);
  await settled(page);
  expect(await files(page)).toHaveLength(1);
  const ours = await exported(page);
  const folder = await mkdtemp(join(tmpdir(), 'ignis-'));
  await writeFile(join(folder, 'two.ignis'), file);
  await promisify(execFile)(process.execPath, [
    ...[command, 'render', join(folder, 'two.ignis'), join(folder, 'two.png')],
  ]);
  expect(ours.equals(await readFile(join(folder, 'two.png')))).toBe(true);

  // What a closed page leaves behind is removed while the shelf gets the bench ready.
  await page.addInitScript(
    () => (window.requestIdleCallback = (work) => window.setTimeout(work as () => void, 1000)),
  );
  await page.goto('/');
  await expect.poll(() => files(page), { timeout: 20_000 }).toHaveLength(0);
});
