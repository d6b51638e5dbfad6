/** Every format that the scene is exported in, by the dialog and by the command. */
import { execFile } from 'node:child_process';
import { mkdtemp, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { corner } from '../core/geometry/path';
import { newFill, newLine, newScene } from '../core/scene/model/make';
import { exported, savedFile, savedScene, settled } from './bench-page';
import { openStored } from './stored-scenes';
import { expect, test, type Locator, type Page } from './test';

const command = fileURLToPath(new URL('../server/bin/ignis.mjs', import.meta.url));
const ignis = (...args: string[]) => promisify(execFile)(process.execPath, [command, ...args]);

const small = () => {
  const scene = newScene('Small light', 160, 100, '#0b0d12');
  const path = { closed: false, anchors: [corner(20, 80), corner(140, 20)] };
  scene.layers.push(newFill('Dusk', '#402038'), newLine('Tide line', path, '#35b8ff', 6));
  return scene;
};

/** The small scene on the bench; returns the window that exports it, once that is open. */
async function begin(page: Page): Promise<Locator> {
  await openStored(page, 'small', small());
  await settled(page);
  return page.getByRole('dialog');
}

/** The scene as it is saved, as a file beside which others can be made. */
async function savedIn(page: Page): Promise<{ folder: string; scene: string }> {
  const folder = await mkdtemp(join(tmpdir(), 'ignis-'));
  const scene = join(folder, 'scene.ignis');
  await writeFile(scene, await savedFile(page));
  return { folder, scene };
}

test('each format by the dialog is the same file by the command', async ({ page }) => {
  const dialog = await begin(page);
  const { folder, scene } = await savedIn(page);
  for (const [label, name, ...args] of [
    ['JPEG', 'a.jpg', '--space', 'p3'],
    ['WebP', 'a.webp', '--space', 'p3'],
    ['AVIF', 'a.avif'],
    ['TIFF', 'a.tif', '--space', 'p3'],
    ['OpenEXR', 'a.exr'],
  ] as const) {
    const file = await exported(page, async () => {
      await dialog.getByRole('radio', { name: label }).click();
      if (args.length > 0) await dialog.getByRole('radio', { name: 'Display P3' }).click();
    });
    const out = join(folder, name);
    await ignis('render', scene, out, ...args);
    expect(file.equals(await readFile(out)), label).toBe(true);
  }
  await expect(ignis('render', scene, join(folder, 'a.gif'))).rejects.toThrow(
    /no format.*png, jpg/,
  );
});

test('a size of one’s own, how dense it is, and each layer as a file of its own', async ({
  page,
}) => {
  const dialog = await begin(page);
  const wide = await exported(page, async () => {
    await dialog.getByRole('radio', { name: 'PNG' }).click();
    const width = dialog.getByRole('spinbutton', { name: 'Width of the export' });
    await width.fill('240');
    await width.press('Enter');
    const density = dialog.getByRole('spinbutton', { name: 'Density' });
    await density.fill('300');
    await density.press('Enter');
    await expect(dialog.getByText('240 × 150 px')).toBeVisible();
  });
  expect(await sharp(wide).metadata()).toMatchObject({ width: 240, height: 150, density: 300 });

  // The size is remembered.
  const zip = await exported(page, async () => {
    await expect(dialog.getByText('240 × 150 px')).toBeVisible();
    await dialog.getByRole('radio', { name: '×1' }).click();
    await dialog.getByRole('radio', { name: 'Each layer' }).click();
  });
  const files = Object.entries(unzipSync(new Uint8Array(zip)));
  expect(files.map(([name]) => name)).toEqual(['01 Dusk.png', '02 Tide line.png']);
  const [, line] = files[1]!;
  const { data, info } = await sharp(line).raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.channels]).toEqual([160, 4]);
  // All but clear in a corner, and lit where the line runs.
  expect(data[3]).toBeLessThan(10);
  expect(data[(50 * 160 + 80) * 4 + 3]).toBeGreaterThan(200);
});

test('the file is seen while it is chosen, with its size, and is the one that is saved', async ({
  page,
}) => {
  const dialog = await begin(page);
  const size = dialog.getByRole('status', { name: 'Size of the file' });
  let seen = '';
  const file = await exported(page, async () => {
    await dialog.getByRole('radio', { name: 'JPEG' }).click();
    const picture = dialog.getByRole('img', { name: 'The picture as JPEG' });
    await expect(picture).toBeVisible();
    const fine = await picture.getAttribute('src');
    const quality = dialog.getByRole('spinbutton', { name: 'Quality' });
    await quality.fill('12');
    await quality.press('Enter');
    await expect(picture).not.toHaveAttribute('src', fine!);
    await expect(picture).toBeVisible();
    expect(await picture.evaluate((i: HTMLImageElement) => [i.naturalWidth, i.draggable])).toEqual([
      160,
      true,
    ]);
    seen = await size.innerText();
  });
  expect(seen).toBe(`${(file.length / 1000).toFixed(1)} kB`);
  // A coarse one is much smaller than what a fine one takes.
  expect(file.length).toBeLessThan(4000);
});

test('a preset brings all settings back; a name and words are as the artist says', async ({
  page,
}) => {
  const dialog = await begin(page);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await dialog.getByRole('radio', { name: 'WebP' }).click();
  await dialog.getByRole('radio', { name: '×2' }).click();
  await dialog.getByRole('textbox', { name: 'Name of the file' }).fill('{name} {width}');
  await dialog.getByRole('button', { name: 'Words in the file' }).click();
  await dialog.getByRole('textbox', { name: 'Creator' }).fill('Mira of the quay');
  await dialog.getByRole('button', { name: 'Save as a preset' }).click();
  await page.keyboard.type('For the wall');
  await page.keyboard.press('Enter');
  const preset = dialog.getByRole('button', { name: 'For the wall', exact: true });
  await expect(preset).toHaveAttribute('aria-pressed', 'true');
  await expect(dialog.getByRole('textbox', { name: 'Name of the preset' })).toHaveCount(0);
  await expect(dialog.getByRole('button', { name: 'Save as a preset' })).toBeFocused();
  await dialog.getByRole('radio', { name: 'PNG' }).click();
  await dialog.getByRole('radio', { name: '×1' }).click();
  await expect(preset).toHaveAttribute('aria-pressed', 'false');
  await page.reload();
  await settled(page);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await preset.click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Export', exact: true }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('Small light 320.webp');
  const { width, xmp } = await sharp(await readFile((await file.path())!)).metadata();
  expect(width).toBe(320);
  expect(xmp!.toString()).toContain('Mira of the quay');
});

test('all layers as one OpenEXR, and each by a pattern of names, are those of the command', async ({
  page,
}) => {
  const dialog = await begin(page);
  const { folder, scene } = await savedIn(page);
  const together = await exported(page, async () => {
    await dialog.getByRole('radio', { name: 'Each layer' }).click();
    await dialog.getByRole('radio', { name: 'One OpenEXR' }).click();
  });
  await ignis('render', scene, join(folder, 'a.exr'), '--together');
  expect(together.equals(await readFile(join(folder, 'a.exr')))).toBe(true);
  const head = together.subarray(0, 400).toString('latin1');
  for (const channel of ['R', 'Dusk.R', 'Tide line.A']) expect(head).toContain(`${channel}\0`);

  const zip = await exported(page, async () => {
    await dialog.getByRole('radio', { name: 'Files in a zip' }).click();
    await dialog.getByRole('radio', { name: 'PNG' }).click();
    await dialog.getByRole('textbox', { name: 'Name of the file' }).fill('{layer} {width}');
  });
  const files = unzipSync(new Uint8Array(zip));
  expect(Object.keys(files)).toEqual(['Dusk 160.png', 'Tide line 160.png']);
  await ignis('render', scene, '--out', join(folder, '{layer} {width}.png'), '--jobs', '2');
  for (const [name, bytes] of Object.entries(files))
    expect(Buffer.from(bytes).equals(await readFile(join(folder, name))), name).toBe(true);
  await expect(ignis('render', scene, '--out', join(folder, '{moon}.png'))).rejects.toThrow(
    /\{moon\} stands for nothing/,
  );
});

test('all layers go out as one OpenRaster file, which comes back live', async ({ page }) => {
  const dialog = await begin(page);
  const buffer = await exported(page, async () => {
    await dialog.getByRole('radio', { name: 'Each layer' }).click();
    await dialog.getByRole('radio', { name: 'One OpenRaster' }).click();
  });
  const files = unzipSync(new Uint8Array(buffer));
  expect(Object.keys(files)[0]).toBe('mimetype');
  expect(await sharp(files['mergedimage.png']).metadata()).toMatchObject({
    width: 160,
    height: 100,
  });
  // The line laid over the rest, as others lay it by what the file says of it, is what all look like together.
  const [under, over, together] = await Promise.all(
    ['data/layer0.png', 'data/layer1.png', 'mergedimage.png'].map((name) =>
      sharp(files[name]).ensureAlpha().raw().toBuffer(),
    ),
  );
  const apart = together!.map((v, i) => {
    const [b, s, a] = [under![i]! / 255, over![i]! / 255, over![i | 3]! / 255];
    return i % 4 === 3 ? 0 : Math.abs(v - 255 * (b * (1 - a) + a * (b + s - b * s)));
  });
  // Its light is brighter than a PNG can say.
  expect(apart.reduce((sum, v) => sum + v, 0) / apart.length).toBeLessThan(4);

  await page.goto('/');
  await page
    .getByLabel('Open a saved scene')
    .setInputFiles({ name: 'Small light.ora', mimeType: 'image/openraster', buffer });
  await page.waitForURL(/\/scene\//);
  await settled(page);
  const { layers } = await savedScene(page);
  expect(layers.map((l) => l.source.kind)).toEqual(['fill', 'line']);
});
