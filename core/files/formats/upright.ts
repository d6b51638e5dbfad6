import type { StraightImage } from '../../pixels/picture';

/** Where a px of the upright picture stands in the file: across and down, and whether each is counted from the far side. */
const TURNS: readonly (readonly [swapped: boolean, mirroredX: boolean, mirroredY: boolean])[] = [
  [false, false, false],
  [false, true, false],
  [false, true, true],
  [false, false, true],
  [true, false, false],
  [true, false, true],
  [true, true, true],
  [true, true, false],
];

/** Whether a picture stands on its side, by its orientation (1 to 8). */
export const isOnItsSide = (orientation: number): boolean => orientation > 4;

/** A picture turned as its orientation (1 to 8, as Exif says) asks for; itself if that is 1. */
export function upright(image: StraightImage, orientation: number): StraightImage {
  const turn = TURNS[orientation - 1];
  if (!turn || orientation === 1) return image;
  const [swapped, mirroredX, mirroredY] = turn;
  const { width: w, height: h } = image;
  const [width, height] = swapped ? [h, w] : [w, h];
  // Whole pixels are moved: four numbers of 1, 2 or 4 bytes.
  const pixels = (data: StraightImage['data']) => {
    const size = data.BYTES_PER_ELEMENT;
    const [buffer, at] = [data.buffer, data.byteOffset];
    if (size === 1) return new Uint32Array(buffer, at, w * h);
    return size === 2 ? new BigUint64Array(buffer, at, w * h) : null;
  };
  const data = image.data.slice();
  const [from, to] = [pixels(image.data), pixels(data)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [across, down] = swapped ? [y, x] : [x, y];
      const at = (mirroredY ? h - 1 - down : down) * w + (mirroredX ? w - 1 - across : across);
      const i = y * width + x;
      if (from && to) to[i] = from[at]!;
      else for (let c = 0; c < 4; c++) data[i * 4 + c] = image.data[at * 4 + c]!;
    }
  return { ...image, width, height, data };
}
