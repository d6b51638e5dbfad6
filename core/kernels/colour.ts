import { byteStride, rowStride } from './arguments';
import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { bytes as bytesOnHeap, floats, scoped } from '../pixels/heap';
import type { Mixing } from '../pixels/colour';
import type { StoredPixels } from '../pixels/picture';
import { CURVE_STEPS, evenProfile } from '../pixels/profile';
import type { Matrix3 } from '../pixels/matrix3';
import type { Region } from '../pixels/region';
import { onHeap, run } from './machine';

/** The columns of a matrix, of four floats each, within a scope. */
function columnsOf(m: Matrix3): Float32Array {
  const columns = floats(12);
  for (let c = 0; c < 3; c++) columns.set([m[c]!, m[3 + c]!, m[6 + c]!, 0], c * 4);
  return columns;
}

/** What to make of colours as they leave. */
interface Leaving {
  mixing: Mixing;
  /** Multiplies the light. */
  gain: number;
  /** From light of sRGB's primaries to that of others, row by row. */
  matrix: Matrix3;
  isStraight: boolean;
}

/** Colours as linear light of other primaries, straight or premultiplied; nothing of them is cut off. */
export const otherLight = (
  { data, region }: ColourBuffer,
  { mixing, gain, matrix, isStraight }: Leaving,
): ColourBuffer => {
  const out: ColourBuffer = unwritten(region, 4);
  scoped(() => {
    const columns = columnsOf(matrix);
    onHeap((at) =>
      run('otherLightRows', region.height, region.width * 24, [
        at(out.data, 'write'),
        rowStride(region, 4),
        at(data),
        rowStride(region, 4),
        region.width,
        mixing === 'light' ? 1 : 0,
        isStraight ? 1 : 0,
        gain,
        at(columns),
      ]),
    );
  });
  return out;
};

/** Floats are light already: only where it is that of other primaries does anything change. */
const LIGHT = evenProfile((v) => v);

/**
 * A part of a picture, which must have all of it, as premultiplied floats. What lies outside sRGB stays: below 0 as light
 * of sRGB's primaries, or as displayed with the curve of sRGB mirrored there.
 */
export function unpack(image: StoredPixels, part: Region, mixing: Mixing): ColourBuffer {
  return scoped(() => {
    const out: ColourBuffer = unwritten(part, 4);
    const size = image.depth / 8;
    const row = part.width * 4 * size;
    const rows = bytesOnHeap(row * part.height);
    image.read(part, rows);
    const profile = image.profile ?? (image.depth === 32 ? LIGHT : null);
    if (profile) {
      const curves = floats(profile.curves.length);
      curves.set(profile.curves);
      const columns = columnsOf(profile.matrix);
      onHeap((at) =>
        run('unpackProfileRows', part.height, part.width * 16, [
          at(out.data, 'write'),
          rowStride(part, 4),
          at(rows),
          byteStride(row),
          part.width,
          size,
          at(curves),
          CURVE_STEPS,
          at(columns),
          mixing === 'light' ? 1 : 0,
        ]),
      );
      return out;
    }
    onHeap((at) =>
      run('unpackRows', part.height, part.width * 8, [
        at(out.data, 'write'),
        rowStride(part, 4),
        at(rows),
        byteStride(row),
        part.width,
        size,
        mixing === 'light' ? 1 : 0,
      ]),
    );
    return out;
  });
}
