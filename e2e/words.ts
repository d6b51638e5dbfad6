/** Words as Chromium draws them and as we do. */
import type { Page } from './test';
import '../core/kernels/load';
import { render } from '../core/render/render';
import { newScene, newTextLayer } from '../core/scene/model/make';
import type { Layer } from '../core/scene/model/schema';
import { faceName } from '../core/text/families';
import { needFaces } from '../core/text/library';
import { shippedFace } from '../server/src/fonts';

export interface Word {
  font: string;
  text: string;
  size: number;
  width: number;
  height: number;
  x: number;
  y: number;
  /** The bytes of a font that does not ship, and where its letters stand on its axes. */
  own?: { bytes: Uint8Array; weight: number; axes: Record<string, number> };
}

/**
 * Bytes travel to and from the page as base64: as lists of numbers a large word takes 17 s. This is what the page reads
 * and writes them with.
 */
const teach = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const fromBase64 = (text: string) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
    const toBase64 = async (bytes: ArrayBuffer) => {
      const reader = new FileReader();
      reader.readAsDataURL(new Blob([bytes]));
      await new Promise((done) => (reader.onload = done));
      return (reader.result as string).split(',')[1]!;
    };
    Object.assign(globalThis, { base64: { fromBase64, toBase64 } });
  });
declare const base64: {
  fromBase64(text: string): Uint8Array<ArrayBuffer>;
  toBase64(bytes: ArrayBuffer): Promise<string>;
};

/** A word as Chromium draws it, its alpha as bytes. */
export async function theirs(page: Page, word: Word): Promise<number[]> {
  await teach(page);
  const { own, ...plain } = word;
  const file = Buffer.from(own?.bytes ?? (await shippedFace(faceName(word.font, 400, false)))!);
  const places = Object.entries({ ...own?.axes, ...(own && { wght: own.weight }) });
  const variations = places.map(([tag, v]) => `'${tag}' ${v}`).join(', ');
  const alpha = await page.evaluate(
    async ({ file, word, variations }) => {
      const face = new FontFace('Tested', base64.fromBase64(file).buffer, { weight: '1 1000' });
      await face.load();
      document.fonts.add(face);
      // A canvas takes its places on axes from the element that it is.
      const canvas = Object.assign(document.createElement('canvas'), word);
      canvas.style.fontVariationSettings = variations || 'normal';
      document.body.append(canvas);
      const context = canvas.getContext('2d', { willReadFrequently: true })!;
      context.font = `${word.size}px Tested`;
      // Outlines as they are, not fitted to px.
      context.textRendering = 'geometricPrecision';
      context.fillText(word.text, word.x, word.y);
      const { data } = context.getImageData(0, 0, word.width, word.height);
      const alpha = Uint8Array.from({ length: data.length / 4 }, (_, i) => data[4 * i + 3]!);
      return base64.toBase64(alpha.buffer);
    },
    { file: file.toString('base64'), word: plain, variations },
  );
  return [...Buffer.from(alpha, 'base64')];
}

/**
 * A shape (alpha, 0–255) through a filter of Chromium's canvas, of the same size and range. It works in 16-bit
 * floats, so that a filter of many blurs does not round between them.
 */
export async function filtered(
  page: Page,
  shape: readonly number[],
  { width, height }: Word,
  filter: string,
): Promise<number[]> {
  await teach(page);
  const bytes = Buffer.from(shape.map(Math.round));
  const alpha = await page.evaluate(
    async ({ bytes, width, height, filter }) => {
      const picture = new ImageData(width, height);
      base64.fromBase64(bytes).forEach((v, i) => (picture.data[4 * i + 3] = v));
      const drawn = new OffscreenCanvas(width, height);
      drawn.getContext('2d')!.putImageData(picture, 0, 0);
      const made = Object.assign(document.createElement('canvas'), { width, height });
      const context = made.getContext('2d', {
        colorType: 'float16',
      } as CanvasRenderingContext2DSettings)!;
      context.filter = filter;
      context.drawImage(drawn, 0, 0);
      const { data } = context.getImageData(0, 0, width, height, {
        pixelFormat: 'rgba-float16',
      } as ImageDataSettings);
      const alpha = Float32Array.from({ length: width * height }, (_, i) => data[4 * i + 3]! * 255);
      return base64.toBase64(alpha.buffer);
    },
    { bytes: bytes.toString('base64'), width, height, filter },
  );
  return [...new Float32Array(Uint8Array.from(Buffer.from(alpha, 'base64')).buffer)];
}

async function layerOf(word: Word): Promise<Layer> {
  const { own } = word;
  await needFaces([faceName(word.font, 400, false), 'noto-sans-400'], (name) =>
    own && name === word.font ? Promise.resolve(own.bytes) : shippedFace(name),
  );
  const layer = newTextLayer(word.text, {
    ...{ font: word.font, size: word.size, colour: '#000000' },
    ...(own && { weight: own.weight }),
  });
  if (own) layer.source.ranges[0]!.axes = own.axes;
  Object.assign(layer.placement, { x: word.x, y: word.y });
  return layer;
}

/** What we draw, its alpha as bytes. */
export async function ours(word: Word, dress: (layer: Layer) => void = () => undefined) {
  const scene = newScene('', word.width, word.height, null);
  const layer = await layerOf(word);
  dress(layer);
  scene.layers.push(layer);
  const region = { x: 0, y: 0, width: word.width, height: word.height };
  const nothing = () => {
    throw new Error('There are no pictures here.');
  };
  const { data } = render(scene, { region, scale: 1, picture: nothing });
  return Array.from({ length: word.width * word.height }, (_, i) => data[4 * i + 3]! * 255);
}

export const compared = (a: readonly number[], b: readonly number[]) => {
  let worst = 0;
  let sum = 0;
  a.forEach((v, i) => {
    const d = Math.abs(v - b[i]!);
    worst = Math.max(worst, d);
    sum += d;
  });
  return { worst, mean: sum / a.length };
};
