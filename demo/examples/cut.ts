/** Cut-outs for the example scenes, as the studio makes them. */
import { createRequire } from 'node:module';
import sharp from 'sharp';
import { assetName } from '@ignis/core/files/ignis-file';
import type { CutOutShape, Mark } from '@ignis/core/cutout/cut-out';
import { edgeParameters, workingSize } from '@ignis/core/cutout/cut-out';
import type { OpenCv } from '@ignis/core/cutout/opencv';
import { cutterFor } from '@ignis/core/cutout/grabcut';
import { knownLabels, tonesOf } from '@ignis/core/cutout/labels';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import type { Box } from '@ignis/core/geometry/affine';
import { boxPath } from '@ignis/core/geometry/box-paths';
import '@ignis/core/kernels/load';
import type { sample } from './make';

type Sample = Awaited<ReturnType<typeof sample>>;

/** The subject of a picture in a box round it, and the small picture that tells it. */
export async function cutFrom(
  { bytes, source }: Sample,
  box: Box,
  marks: Mark[] = [],
): Promise<{ shape: CutOutShape; found: Pick<Sample, 'asset' | 'bytes'> & Sample }> {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv & {
    onRuntimeInitialized?: () => void;
  };
  const { Mat } = cv as Partial<OpenCv>;
  if (!Mat) await new Promise<void>((resolve) => (cv.onRuntimeInitialized = resolve));
  const { asset, width, height } = source;
  const size = workingSize(width, height);
  const rgb = await sharp(bytes)
    .removeAlpha()
    .resize(size.width, size.height, { fit: 'fill' })
    .raw()
    .toBuffer();
  const shape: CutOutShape = {
    ...{ kind: 'cut-out', asset, width, height, around: boxPath(box), marks, found: null },
    ...defaultsOf(edgeParameters),
  };
  const cutter = cutterFor(cv, new Uint8Array(rgb), size.width, size.height);
  let labels = cutter.cut(knownLabels({ ...shape, marks: [] }, size));
  if (marks.length > 0) labels = cutter.cut(knownLabels(shape, size));
  cutter.close();
  const png = await sharp(Buffer.from(tonesOf(labels)), {
    raw: { width: size.width, height: size.height, channels: 1 },
  })
    .png()
    .toBuffer();
  const name = await assetName(new Uint8Array(png), 'png');
  const own = { asset: name, width: size.width, height: size.height };
  return {
    shape: { ...shape, found: own },
    found: { bytes: png, asset: name, source: { kind: 'picture', ...own } },
  };
}
