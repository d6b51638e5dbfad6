/// <reference lib="webworker" />
/** The worker that tells subjects from backgrounds. The library that does is loaded with the first of them. */
import { expose } from 'comlink';
import type { CutOutShape } from '@ignis/core/cutout/cut-out';
import { workingSize } from '@ignis/core/cutout/cut-out';
import type { Cutter, OpenCv } from '@ignis/core/cutout/grabcut';
import { cutterFor } from '@ignis/core/cutout/grabcut';
import { LABEL, knownLabels } from '@ignis/core/cutout/labels';
import '@ignis/core/kernels/load';

/** The library, started; it comes with the first cut. */
async function started(): Promise<{ cv: OpenCv }> {
  const { library } = await import('./opencv');
  const { cv } = library;
  if (!('Mat' in cv))
    await new Promise<void>((resolve) => (library.cv.onRuntimeInitialized = resolve));
  return library;
}

/** What was last cut, to go on from. */
let last: { asset: string; around: string; cutter: Cutter; clear: Uint8Array } | null = null;

async function cutterOf(bytes: Blob, shape: CutOutShape) {
  const around = JSON.stringify(shape.around);
  if (last?.asset === shape.asset && last.around === around) return last;
  last?.cutter.close();
  const { cv } = await started();
  const { width, height } = workingSize(shape.width, shape.height);
  const bitmap = await createImageBitmap(bytes, {
    resizeWidth: width,
    resizeHeight: height,
    resizeQuality: 'high',
  });
  const context = new OffscreenCanvas(width, height).getContext('2d')!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  const rgb = Uint8Array.from(
    { length: width * height * 3 },
    (_, i) => data[4 * Math.floor(i / 3) + (i % 3)]!,
  );
  // What is transparent is no subject.
  const clear = Uint8Array.from({ length: width * height }, (_, i) =>
    Number(data[4 * i + 3]! < 128),
  );
  const cutter = cutterFor(cv, rgb, width, height);
  return (last = { asset: shape.asset, around, cutter, clear });
}

/** What the worker can do. */
const cutting = {
  /** The subject of a picture, by what is known of it: a PNG of the working size, white where it is. */
  async cut(bytes: Blob, shape: CutOutShape): Promise<Blob> {
    const { cutter, clear } = await cutterOf(bytes, shape);
    const grid = workingSize(shape.width, shape.height);
    const known = knownLabels(shape, grid).map((l, i) =>
      l === LABEL.maybeSubject && clear[i] ? LABEL.background : l,
    );
    const found = cutter.cut(known);
    const canvas = new OffscreenCanvas(grid.width, grid.height);
    const image = new ImageData(grid.width, grid.height);
    const words = new Uint32Array(image.data.buffer);
    found.forEach((v, i) => (words[i] = v ? 0xffffffff : 0xff000000));
    canvas.getContext('2d')!.putImageData(image, 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },
};

export type Cutting = typeof cutting;

expose(cutting);
