/// <reference lib="webworker" />
/** The worker that separates subjects from backgrounds. The library that does is loaded with the first of them. */
import './errors';
import { expose } from 'comlink';
import type { CutOutShape, CutPicture } from '@ignis/core/cutout/cut-out';
import { workingSize } from '@ignis/core/cutout/cut-out';
import type { Cutter } from '@ignis/core/cutout/grabcut';
import type { OpenCv } from '@ignis/core/cutout/opencv';
import { cutterFor } from '@ignis/core/cutout/grabcut';
import { LABEL, knownLabels, tonesOf } from '@ignis/core/cutout/labels';
import { previewOf } from '@ignis/core/cutout/trials';
import type { PeopleFinder } from '@ignis/core/cutout/people';
import { peopleFinder } from '@ignis/core/cutout/people';
import network from '@mediapipe/selfie_segmentation/selfie_segmentation.tflite?url';
import '@ignis/core/kernels/load';
import { live } from './watchdog';
import { t } from '../words/t';

/** The library, and what finds people by it. */
interface Started {
  cv: OpenCv;
  people: PeopleFinder;
}

/** The library, started; it comes when the first picture is to be cut. */
let starting: Promise<Started> | null = null;

function started(): Promise<Started> {
  // What could not be loaded is tried again.
  starting ??= start().catch((error: unknown) => {
    starting = null;
    throw error;
  });
  return starting;
}

async function start(): Promise<Started> {
  const [{ library }, model] = await Promise.all([import('./opencv'), bytesOf(network)]);
  const { cv } = library;
  if (!('Mat' in cv))
    await new Promise<void>((resolve) => (library.cv.onRuntimeInitialized = resolve));
  return { cv: library.cv, people: peopleFinder(library.cv, model) };
}

async function bytesOf(address: string): Promise<Uint8Array> {
  const response = await fetch(address);
  if (!response.ok)
    throw new Error(t`What finds people could not be loaded (${response.status}). Try it again.`);
  return new Uint8Array(await response.arrayBuffer());
}

/** A picture to cut, at the size it is worked on. */
interface Read {
  /** Three bytes a px. */
  rgb: Uint8Array;
  /** 1 where it is transparent. */
  clear: Uint8Array;
}

let read: { asset: string; done: Promise<Read> } | null = null;
/** What was last cut, to go on from. */
let last: { asset: string; around: string; cutter: Cutter } | null = null;

async function readPicture(bytes: Blob, picture: CutPicture): Promise<Read> {
  const { width, height } = workingSize(picture.width, picture.height);
  const bitmap = await createImageBitmap(bytes, {
    resizeWidth: width,
    resizeHeight: height,
    resizeQuality: 'high',
  });
  const context = new OffscreenCanvas(width, height).getContext('2d')!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  const rgb = new Uint8Array(width * height * 3);
  const clear = new Uint8Array(width * height);
  for (let i = 0, j = 0, k = 0; k < rgb.length; i++, j += 4) {
    rgb[k++] = data[j]!;
    rgb[k++] = data[j + 1]!;
    rgb[k++] = data[j + 2]!;
    clear[i] = Number(data[j + 3]! < 128);
  }
  return { rgb, clear };
}

function pictureOf(bytes: Blob, picture: CutPicture): Promise<Read> {
  const { asset } = picture;
  if (read?.asset !== asset) {
    const done = readPicture(bytes, picture).catch((error: unknown) => {
      // What could not be read is tried again.
      if (read?.asset === asset) read = null;
      throw error;
    });
    read = { asset, done };
  }
  return read.done;
}

async function cutterOf({ rgb }: Read, shape: CutOutShape): Promise<Cutter> {
  const around = JSON.stringify(shape.around);
  if (last?.asset === shape.asset && last.around === around) return last.cutter;
  last?.cutter.close();
  last = null;
  const { cv, people } = await started();
  const { width, height } = workingSize(shape.width, shape.height);
  const cutter = cutterFor(cv, rgb, width, height, people);
  last = { asset: shape.asset, around, cutter };
  return cutter;
}

/** A PNG of a size from its px, four bytes each. */
function png(width: number, height: number, px: Uint8ClampedArray<ArrayBuffer>): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(px, width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}

/** A small picture of an answer, with its number. */
export interface Preview {
  number: number;
  picture: Blob;
}

/** What a cut comes to. */
export interface CutFound {
  /** A PNG of the working size, light where the subject is. */
  labels: Blob;
  /** The answers that are close, itself among them; none where there is no other. */
  answers: Preview[];
}

/** What the worker can do. */
const cutting = {
  live,

  /** Starts the library and reads a picture, so that its first cut need not wait for them. */
  async prepare(bytes: Blob, picture: CutPicture): Promise<void> {
    await Promise.all([started(), pictureOf(bytes, picture)]);
  },

  /** The subject of a picture, by what is known of it. */
  async cut(bytes: Blob, shape: CutOutShape): Promise<CutFound> {
    const picture = await pictureOf(bytes, shape);
    const cutter = await cutterOf(picture, shape);
    const { clear } = picture;
    const grid = workingSize(shape.width, shape.height);
    const known = knownLabels(shape, grid).map((l, i) =>
      l === LABEL.maybeSubject && clear[i] ? LABEL.background : l,
    );
    const tones = tonesOf(cutter.cut(known, shape.answer));
    const px = new Uint8ClampedArray(tones.length * 4);
    const words = new Uint32Array(px.buffer);
    tones.forEach((v, i) => (words[i] = 0xff000000 | (v * 0x010101)));
    const close = shape.marks.length > 0 ? [] : cutter.answers();
    const answers = close.length > 1 ? close : [];
    const [labels, ...previews] = await Promise.all([
      png(grid.width, grid.height, px),
      ...answers.map((a) => png(a.width, a.height, previewOf(a, picture.rgb, grid))),
    ]);
    const shown = previews.map((of, k) => ({ number: answers[k]!.number, picture: of }));
    return { labels, answers: shown };
  },
};

export type Cutting = typeof cutting;

expose(cutting);
