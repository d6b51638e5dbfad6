import { byteStride, rowStride } from './arguments';
import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { bytes as bytesOnHeap, scoped } from '../pixels/heap';
import type { Mixing } from '../pixels/colour';
import type { StraightImage } from '../pixels/picture';
import type { Region } from '../pixels/region';
import { onHeap, run } from './machine';

/** A part of a picture of 8 or 16 bits, which must have all of it, as premultiplied floats. */
export function unpack(image: StraightImage, part: Region, mixing: Mixing): ColourBuffer {
  return scoped(() => {
    const out: ColourBuffer = unwritten(part, 4);
    const size = image.depth / 8;
    const row = part.width * 4 * size;
    const from = new Uint8Array(image.data.buffer, image.data.byteOffset, image.data.byteLength);
    const rows = bytesOnHeap(row * part.height);
    for (let y = 0; y < part.height; y++) {
      const at = ((part.y + y) * image.width + part.x) * 4 * size;
      rows.set(from.subarray(at, at + row), y * row);
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
