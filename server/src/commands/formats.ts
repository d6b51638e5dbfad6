import { extname } from 'node:path';
import type { About } from '@ignis/core/files/formats/xmp';
import type { Written } from '@ignis/core/files/formats/format';
import { pictureFormats } from '@ignis/core/files/formats/index';
import { spacesOf } from '@ignis/core/files/formats/format';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import type { Depth } from '@ignis/core/pixels/picture';
import type { Space } from '@ignis/core/pixels/profile';

/** How a picture is written, as the options of a command say. */
export interface WriteOptions extends About {
  depth?: Depth;
  quality?: number;
  space: Space;
  density: number;
}

/** What writes a file: how, in which depth, and with which values. */
interface Writer {
  written: Written;
  depth: Depth;
  values: Record<string, unknown>;
}

/** What writes a file by its extension and the options. Throws an Error if there is no such format, or it has no such depth or space. */
export function writerOf(file: string, { depth, quality, space }: WriteOptions): Writer {
  const extension = extname(file).slice(1).toLowerCase();
  const found = pictureFormats.find((f) => f.written && f.extensions.includes(extension));
  if (!found?.written) {
    const all = pictureFormats.flatMap((f) => (f.written ? f.extensions : []));
    throw new Error(`“${file}” is of no format that is written; those are ${all.join(', ')}.`);
  }
  const { written, label } = found;
  const own = depth ?? written.depths[0]!;
  if (!written.depths.includes(own))
    throw new Error(`${label} has ${written.depths.join(' or ')} bits, and not ${own}.`);
  if (!spacesOf(written, own).includes(space))
    throw new Error(`${label} of ${own} bits cannot say that its colours are ${space}.`);
  const values = {
    ...defaultsOf(written.parameters),
    ...(quality !== undefined && 'quality' in written.parameters && { quality }),
  };
  return { written, depth: own, values };
}
