import type { ColourProfile } from './profile';

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
