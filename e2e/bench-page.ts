/** The bench as the artist uses it, for the tests. */
import { readFile } from 'node:fs/promises';
import { expect, type Download, type Locator, type Page } from './test';
import { unpackScene } from '../core/files/ignis-file';
import { newScene as blankScene } from '../core/scene/model/make';
import type { Layer, Scene } from '../core/scene/model/schema';
import { openStored } from './stored-scenes';

export type XY = readonly [x: number, y: number];

export const stage = (page: Page): Locator => page.getByRole('region', { name: 'Stage' });
export const cards = (page: Page): Locator => page.locator('[data-layer]');
export const card = (page: Page, name: string): Locator =>
  cards(page).filter({ has: page.getByRole('textbox', { name: `Name of ${name}`, exact: true }) });
export const pass = (page: Page, name: string): Locator => page.locator(`[data-pass="${name}"]`);
export const value = (page: Page, label: string): Locator =>
  page.getByRole('spinbutton', { name: label, exact: true });

/** The names on the depth strip, back to front. */
export const depth = (page: Page): Promise<string[]> =>
  cards(page)
    .getByRole('textbox')
    .evaluateAll((fields) => fields.map((f) => (f as HTMLInputElement).value));

/** Waits until the bench is built, and the picture shows the scene as it is, at full fineness; asks at every frame. */
export async function settled(page: Page): Promise<void> {
  await page.waitForFunction(
    () =>
      document.querySelector('[data-testid=picture]')?.getAttribute('aria-busy') === 'false' &&
      document.querySelector('footer') !== null,
    null,
    { timeout: 60_000 },
  );
  // The worker draws it: what it drew last is seen, and read, a frame later.
  await page.evaluate(
    () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
  );
}

export const saved = (page: Page): Promise<void> =>
  expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();

/** Opens an example from the shelf. */
export async function openExample(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await page.waitForURL(/\/scene\//);
  await settled(page);
}

/** Opens an empty scene on the bench. */
export async function newScene(
  page: Page,
  width: number,
  height: number,
  background = true,
): Promise<void> {
  const scene = blankScene('Untitled', width, height, background ? '#0b0d12' : null);
  await openStored(page, 'new', scene);
  await settled(page);
}

/** Makes an empty scene from the shelf. */
export async function newSceneFromShelf(
  page: Page,
  width: number,
  height: number,
  background = true,
): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByLabel('Width, px').fill(String(width));
  await page.getByLabel('Height, px').fill(String(height));
  if (!background) await page.getByLabel('None: transparent').check();
  await page.getByRole('button', { name: 'Make the scene' }).click();
  await page.waitForURL(/\/scene\//);
  await settled(page);
}

/** Where a place of the scene (scene px) is on the page. */
export async function onPage(page: Page, [x, y]: XY): Promise<XY> {
  const box = (await page.getByTestId('scene-area').boundingBox())!;
  const width = Number(await page.getByTestId('scene-area').getAttribute('data-width'));
  const k = box.width / width;
  return [box.x + x * k, box.y + y * k];
}

/** Straight 8-bit RGBA, row by row. */
interface Pixels {
  width: number;
  height: number;
  data: Buffer;
}

/** The pixels of the settled picture, from one place of the page to another; all of them if these are left out. */
export async function pixels(page: Page, from?: XY, to?: XY): Promise<Pixels> {
  await settled(page);
  const { text, ...size } = await page.getByTestId('picture').evaluate(
    async (picture, [from, to]) => {
      // Looked for here: of its two canvases either may be the one that is seen.
      const canvas = picture.querySelector<HTMLCanvasElement>('canvas:not([hidden])')!;
      const box = canvas.getBoundingClientRect();
      const k = canvas.width / box.width;
      const [x, y] = from ? [(from[0] - box.x) * k, (from[1] - box.y) * k] : [0, 0];
      const width = to && from ? Math.max(1, (to[0] - from[0]) * k) : from ? 1 : canvas.width;
      const height = to && from ? Math.max(1, (to[1] - from[1]) * k) : from ? 1 : canvas.height;
      // A worker draws on it: only a copy can be read.
      const copy = new OffscreenCanvas(canvas.width, canvas.height);
      const context = copy.getContext('2d')!;
      context.drawImage(canvas, 0, 0);
      const [px, py] = from && !to ? [Math.round(x), Math.round(y)] : [x, y];
      const image = context.getImageData(px, py, width, height);
      const reader = new FileReader();
      const read = new Promise((done) => (reader.onload = done));
      reader.readAsDataURL(new Blob([image.data]));
      await read;
      return { width: image.width, height: image.height, text: reader.result as string };
    },
    [from, to] as const,
  );
  return { ...size, data: Buffer.from(text.slice(text.indexOf(',') + 1), 'base64') };
}

/** The colour of the settled picture at a place of the scene (scene px), 8 bits a channel, as the canvas holds it. */
export async function colourAt(page: Page, at: XY): Promise<[number, number, number, number]> {
  const { data } = await pixels(page, await onPage(page, at));
  return [data[0]!, data[1]!, data[2]!, data[3]!];
}

/** How much of a blue fill shows at a place of a new scene, over the dark: 0–1. */
export const shownAt = async (page: Page, at: XY): Promise<number> =>
  ((await colourAt(page, at))[2] - 18) / (0x66 - 18);

/** Opens a menu of the row over the stage, and chooses from it. */
export async function choose(page: Page, menu: string, item: string): Promise<void> {
  await stage(page).getByRole('button', { name: menu, exact: true }).click();
  await page.getByRole('menuitem', { name: item, exact: true }).click();
}

export async function press(page: Page, from: XY, to: XY = from): Promise<void> {
  const [a, b] = [await onPage(page, from), await onPage(page, to)];
  await page.mouse.move(...a);
  await page.mouse.down();
  if (from !== to) {
    await page.mouse.move((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, { steps: 3 });
    await page.mouse.move(...b, { steps: 3 });
  }
  await page.mouse.up();
}

export async function startLine(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByRole('button', { name: /^Line of light/ }).click();
}

/** Draws corners and closes the line. */
export async function drawClosed(page: Page, ...points: XY[]): Promise<void> {
  await startLine(page);
  for (const p of points) await press(page, p);
  await press(page, points[0]!);
  await settled(page);
}

/** Types a value into a number's field, as a hand does. */
export async function typeInto(field: Locator, text: string): Promise<void> {
  await field.click();
  await field.fill(text);
  await field.press('Enter');
}

export const setValue = (page: Page, label: string, text: string): Promise<void> =>
  typeInto(value(page, label), text);

/** Sets a value of the last step of the selected layer. */
export const setOfStep = (page: Page, label: string, text: string): Promise<void> =>
  typeInto(
    page.locator('[data-step]').last().getByRole('spinbutton', { name: label, exact: true }),
    text,
  );

/** Exports through the dialog, after `choose` has set it up; gives the file's bytes. */
export async function exported(page: Page, choose?: () => Promise<void>): Promise<Buffer> {
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await choose?.();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }).click(),
  ]);
  return bytesOf(file);
}

export async function savedFile(page: Page): Promise<Buffer> {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.keyboard.press('Control+s'),
  ]);
  return bytesOf(file);
}

/** The scene as it is saved, once all is done. */
export async function savedScene(page: Page): Promise<Scene> {
  await settled(page);
  return (await unpackScene(await savedFile(page), 'x.ignis')).scene;
}

/** A layer of the scene as it is saved, by its name. */
export const layerNamed = async (page: Page, name: string): Promise<Layer> =>
  (await savedScene(page)).layers.find((l) => l.name === name)!;

/** Takes one of the words of a choice in the chain. */
export async function take(page: Page, label: string, word: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).first().click();
  await page.getByRole('option', { name: word, exact: true }).click();
  await settled(page);
}

export const bytesOf = async (file: Download): Promise<Buffer> => readFile((await file.path())!);

/** The bytes of a raster picture made in the browser, in a format it can write. */
export async function madePicture(
  page: Page,
  type: 'image/png' | 'image/jpeg' | 'image/webp',
  width: number,
  height: number,
): Promise<Buffer> {
  const base64 = await page.evaluate(
    async ({ type, width, height }) => {
      const canvas = document.createElement('canvas');
      canvas.width = width;
      canvas.height = height;
      const context = canvas.getContext('2d')!;
      context.fillStyle = '#204060';
      context.fillRect(0, 0, width, height);
      context.fillStyle = '#e08030';
      context.fillRect(0, 0, width / 2, height / 2);
      const blob = await new Promise<Blob>((done) => canvas.toBlob((b) => done(b!), type, 0.95));
      const bytes = new Uint8Array(await blob.arrayBuffer());
      return btoa(bytes.reduce((s, b) => s + String.fromCharCode(b), ''));
    },
    { type, width, height },
  );
  return Buffer.from(base64, 'base64');
}

/** Drops a file on the stage at a place of the scene. */
export async function dropOnStage(
  page: Page,
  name: string,
  bytes: Buffer,
  at: XY,
  altKey = false,
): Promise<void> {
  const [clientX, clientY] = await onPage(page, at);
  const dataTransfer = await page.evaluateHandle(
    ([name, base64]) => {
      const data = new DataTransfer();
      data.items.add(new File([Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0))], name!));
      return data;
    },
    [name, bytes.toString('base64')],
  );
  await stage(page).dispatchEvent('drop', { dataTransfer, clientX, clientY, altKey });
}

/** Adds what the palette of layers offers by a name. */
export async function add(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page
    .getByRole('dialog', { name: 'Add a layer' })
    .getByRole('button', { name, exact: true })
    .first()
    .click();
  await settled(page);
}

/** Does what an action of the command palette does, and waits until it is done. */
export async function act(page: Page, name: string): Promise<void> {
  const palette = page.getByRole('dialog', { name: 'All actions' });
  await page.keyboard.press('Control+k');
  await expect(palette.getByRole('combobox')).toBeFocused();
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
  await expect(palette).toHaveCount(0);
  // An action runs in the frame after the palette has gone.
  await page.evaluate(
    () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
  );
}

/** Drags from the middle of an element by a way, CSS px. */
export async function dragBy(page: Page, target: Locator, dx: number, dy: number): Promise<void> {
  const b = (await target.boundingBox())!;
  const [x, y] = [b.x + b.width / 2, b.y + b.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx, y + dy, { steps: 4 });
  await page.mouse.up();
  await settled(page);
}

/** Breaks the line whose gaps the stage shows, at a share of its length. */
export async function breakAt(page: Page, share: number): Promise<void> {
  const [x, y] = await page.getByTestId('break-here').evaluate((line: SVGPathElement, t) => {
    const p = line.getPointAtLength(line.getTotalLength() * t);
    const box = line.ownerSVGElement!.getBoundingClientRect();
    return [p.x + box.x, p.y + box.y] as const;
  }, share);
  await page.mouse.click(x, y);
  await settled(page);
}

/** Sets the colour of the brush. */
export async function setBrushColour(page: Page, colour: string): Promise<void> {
  await page.getByRole('button', { name: /^Colour of the brush/ }).click();
  await page.getByLabel('Colour of the brush as #rrggbb').fill(colour);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
}

/** Adds a step to the selected layer, from the list of steps. */
export async function pickStep(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: '+ add a step' }).click();
  // One that was added lately stands twice.
  await page.getByRole('option', { name, exact: true }).last().click();
}
