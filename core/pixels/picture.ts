/** A picture as it stands in a file: straight (not premultiplied) RGBA of 8 or 16 bits, interleaved. */
export interface StraightImage {
  width: number;
  height: number;
  depth: 8 | 16;
  data: Uint8Array | Uint8ClampedArray | Uint16Array;
}
