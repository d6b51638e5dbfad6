/** Pictures of every format brought in, and files that are none. */
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { expect, test, type Page } from './test';
import { unpackScene } from '../core/files/ignis-file';
import { readPng, writePng } from '../core/files/png';
import '../server/src/codec-files';
import {
  cards,
  dropOnStage,
  exported,
  newScene,
  openExample,
  savedFile,
  settled,
} from './bench-page';

const art = (width = 64, height = 40) =>
  sharp({ create: { width, height, channels: 4, background: '#204060' } }).composite([
    {
      input: {
        create: { width: width / 2, height: height / 2, channels: 4, background: '#e08030' },
      },
      left: 0,
      top: 0,
    },
  ]);

const open = async (page: Page, name: string, buffer: Buffer) => {
  await page.goto('/');
  await page.getByLabel('Open a picture').setInputFiles({ name, mimeType: '', buffer });
};

/** A BMP of 24 bits, which sharp does not write. */
function bmp(width: number, height: number): Buffer {
  const stride = Math.ceil((width * 3) / 4) * 4;
  const out = Buffer.alloc(54 + stride * height, 0x55);
  out.write('BM');
  out.writeUInt32LE(out.length, 2);
  out.writeUInt32LE(54, 10);
  out.writeUInt32LE(40, 14);
  out.writeInt32LE(width, 18);
  out.writeInt32LE(height, 22);
  out.writeUInt16LE(1, 26);
  out.writeUInt16LE(24, 28);
  out.writeUInt32LE(0, 30);
  return out;
}

const testPicture = (name: string) =>
  readFile(new URL(`../core/testing/pictures/${name}`, import.meta.url));

/** A Radiance picture of one colour, not compressed. */
const radiance = (width: number, height: number) =>
  Buffer.concat([
    Buffer.from(`#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y ${height} +X ${width}\n`),
    Buffer.alloc(width * height * 4, Buffer.from([200, 128, 9, 131])),
  ]);

const formats: [string, () => Promise<Buffer>][] = [
  ['pier.png', () => art().png().toBuffer()],
  ['pier.jpg', () => art().jpeg().toBuffer()],
  ['pier.webp', () => art().webp().toBuffer()],
  ['pier.avif', () => art().avif().toBuffer()],
  ['pier.tif', () => art().tiff({ compression: 'lzw' }).toBuffer()],
  ['pier.gif', () => art().gif().toBuffer()],
  ['pier.bmp', async () => bmp(64, 40)],
  ['pier.heic', () => testPicture('soft.heic')],
  ['pier.jxl', () => testPicture('soft.jxl')],
  ['pier.hdr', async () => radiance(64, 40)],
];
for (const [name, make] of formats)
  test(`${name} becomes a scene of its own size`, async ({ page }) => {
    await open(page, name, await make());
    await page.waitForURL(/\/scene\//);
    await settled(page);
    await expect(page.getByTestId('scene-area')).toHaveAttribute('data-width', '64');
    await expect(page.getByRole('textbox', { name: 'Name of the scene' })).toHaveValue('pier');
  });

test('a PNG comes out of the export with its straight alpha as it went in', async ({ page }) => {
  const data = Uint8Array.from({ length: 16 * 16 * 4 }, (_, i) =>
    i % 4 === 3 ? 255 - ((i >> 2) % 200) : (i * 7) & 255,
  );
  await open(
    page,
    'soft.png',
    Buffer.from(await writePng({ width: 16, height: 16, depth: 8, data })),
  );
  await page.waitForURL(/\/scene\//);
  await settled(page);
  expect([...(await readPng(await exported(page), 'out')).data]).toEqual([...data]);
});

test('a JPEG that asks to be turned stands upright', async ({ page }) => {
  await open(
    page,
    'turned.jpg',
    await art(64, 40).jpeg().withMetadata({ orientation: 6 }).toBuffer(),
  );
  await page.waitForURL(/\/scene\//);
  await expect(page.getByTestId('scene-area')).toHaveAttribute('data-width', '40');
});

test('a profile counts as the browser has it, and the file is saved as it came', async ({
  page,
}) => {
  const data = Uint8Array.from({ length: 32 * 8 * 3 }, (_, i) => (i * 53) & 255);
  const art = () =>
    sharp(data, { raw: { width: 32, height: 8, channels: 3 } }).withIccProfile('p3');
  for (const [name, file] of [
    ['wide.jpg', await art().jpeg({ quality: 95 }).toBuffer()],
    ['wide.webp', await art().webp({ lossless: true }).toBuffer()],
    ['wide.png', await art().png().toBuffer()],
    ['wide.avif', await testPicture('p3.avif')],
  ] as const) {
    await open(page, name, file);
    await page.waitForURL(/\/scene\//);
    await settled(page);
    const ours = (await readPng(await exported(page), 'out')).data;
    const theirs = await page.evaluate(async (encoded) => {
      const bytes = Uint8Array.from(atob(encoded), (c) => c.charCodeAt(0));
      const bitmap = await createImageBitmap(new Blob([bytes]));
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      const context = canvas.getContext('2d')!;
      context.drawImage(bitmap, 0, 0);
      return [...context.getImageData(0, 0, bitmap.width, bitmap.height).data];
    }, file.toString('base64'));
    const apart = theirs.map((v, i) => Math.abs(v - ours[i]!));
    // Dither adds one where a tone lies between two.
    expect(Math.max(...apart), name).toBeLessThanOrEqual(2);
    expect(apart.reduce((sum, v) => sum + v) / apart.length, name).toBeLessThan(0.4);
    const { assets } = await unpackScene(await savedFile(page), 'a.ignis');
    expect([...assets.values()].map((bytes) => Buffer.from(bytes).equals(file))).toEqual([true]);
  }
});

test('an SVG is drawn at the size chosen, without its scripts and outside references', async ({
  page,
}) => {
  const asked: string[] = [];
  page.on('request', (r) => asked.push(r.url()));
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 40 20" onload="window.hit=1">
    <script>window.hit = 2</script>
    <image href="http://localhost:9/outside.png" width="9" height="9"/>
    <rect width="40" height="20" fill="#ff8000" onclick="window.hit=3"/></svg>`;
  await open(page, 'sign.svg', Buffer.from(svg));
  await expect(page.getByRole('dialog')).toContainText('no pixels of its own');
  await page.getByLabel('Width, px').fill('200');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await page.waitForURL(/\/scene\//);
  await settled(page);
  await expect(page.getByTestId('scene-area')).toHaveAttribute('data-width', '200');
  const made = await readPng(await exported(page), 'out');
  expect([made.width, made.height]).toEqual([200, 100]);
  expect([...made.data.slice(0, 4)]).toEqual([255, 128, 0, 255]);
  expect(await page.evaluate(() => (window as { hit?: number }).hit)).toBeUndefined();
  expect(asked.filter((u) => u.includes('outside'))).toEqual([]);
});

test('a prefixed SVG in mm, painted by a style sheet, is drawn as its own program would', async ({
  page,
}) => {
  const svg = `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY svg "http://www.w3.org/2000/svg">]>
    <!--${' a long preamble'.repeat(100)}--><s:svg xmlns:s="&svg;" width="50.8mm" height="25.4mm">
    <s:style>.sea{fill:#0080ff} @import "http://localhost:9/outside.css";</s:style>
    <s:rect class="sea" width="2in" height="1in"/></s:svg>`;
  await open(page, 'sea.svg', Buffer.from(svg));
  await page.getByLabel('Width, px').fill('192');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await page.waitForURL(/\/scene\//);
  await settled(page);
  const made = await readPng(await exported(page), 'out');
  expect([made.width, made.height]).toEqual([192, 96]);
  expect([...made.data.slice(0, 4)]).toEqual([0, 128, 255, 255]);
});

const bad: [string, string, () => Promise<Buffer>, RegExp][] = [
  [
    'a text',
    'notes.txt',
    async () => Buffer.from('dear diary'),
    /“notes\.txt” is no picture that can be read.*PNG, JPEG/,
  ],
  ['an empty file', 'empty.png', async () => Buffer.alloc(0), /“empty\.png” is empty/],
  [
    'a PNG cut short',
    'half.png',
    async () => (await art(200, 200).png({ compressionLevel: 0 }).toBuffer()).subarray(0, 9000),
    /“half\.png” is damaged or cut short/,
  ],
  [
    'a JPEG cut short',
    'half.jpg',
    async () =>
      (
        await sharp({
          create: {
            width: 600,
            height: 600,
            channels: 3,
            background: '#888',
            noise: { type: 'gaussian', mean: 128, sigma: 40 },
          },
        })
          .jpeg()
          .toBuffer()
      ).subarray(0, 20_000),
    /“half\.jpg” is cut short/,
  ],
  [
    '20,000 px of width',
    'long.png',
    () =>
      sharp({ create: { width: 20_000, height: 8, channels: 3, background: '#000' } })
        .png()
        .toBuffer(),
    /20000 × 8 px, which is too large/,
  ],
  [
    'over 100 megapixels',
    'vast.png',
    () =>
      sharp({
        create: { width: 11_000, height: 10_000, channels: 3, background: '#000' },
        limitInputPixels: false,
      })
        .png()
        .toBuffer(),
    /11000 × 10000 px, which is too large/,
  ],
  [
    'an SVG of scripts alone',
    'trap.svg',
    async () =>
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script></svg>',
      ),
    /holds nothing that can be drawn/,
  ],
];
test('what is no picture gets a reason, and the scene on the bench is untouched', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  for (const [, name, make, message] of bad) {
    await dropOnStage(page, name, await make(), [900, 500]);
    await expect(page.getByText(message).last()).toBeVisible();
    await expect(cards(page)).toHaveCount(4);
    await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  }
});

test('a picture is pasted into the scene', async ({ page }) => {
  await newScene(page, 300, 200);
  const bytes = await art().png().toBuffer();
  await page.evaluate((base64) => {
    const data = new DataTransfer();
    data.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], 'pasted.png'));
    document.body.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true }),
    );
  }, bytes.toString('base64'));
  await expect(cards(page)).toHaveCount(1);
});
