import type { ColourProfile } from './profile';
import type { Region } from './region';

/** Bits of each number of a picture; 32 are floats. */
export type Depth = 8 | 16 | 32;

/** A picture as it stands in a file: straight (not premultiplied) RGBA of 8 or 16 bits, or floats, interleaved. */
export interface StraightImage {
  width: number;
  height: number;
  depth: Depth;
  data: Uint8Array | Uint8ClampedArray | Uint16Array | Float32Array;
  /** What its numbers mean; left out, those of 8 and 16 bits are sRGB, and floats are light of sRGB's primaries. */
  profile?: ColourProfile;
}

/** One of 8 or 16 bits, as files of pictures for screens hold it. */
export interface WholeImage extends StraightImage {
  depth: 8 | 16;
  data: Uint8Array | Uint8ClampedArray | Uint16Array;
}

/** Straight pixels of a picture that are read part by part, wherever they stand. */
export interface StoredPixels extends Omit<StraightImage, 'data'> {
  /** Writes the bytes of a part, which the picture must have all of, row by row to `to`. */
  read(part: Region, to: Uint8Array): void;
}

/** Pixels that stand in memory. The image must not be changed afterwards. */
export function pixelsInMemory({ data, ...image }: StraightImage): StoredPixels {
  const bytes = new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
  const px = image.depth / 2;
  return {
    ...image,
    read(part, to) {
      const row = part.width * px;
      for (let y = 0; y < part.height; y++) {
        const at = ((part.y + y) * image.width + part.x) * px;
        to.set(bytes.subarray(at, at + row), y * row);
      }
    },
  };
}
