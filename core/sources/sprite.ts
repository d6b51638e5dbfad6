import type { Grounds, SourceContext } from '../definitions/source';
import type { Sprite } from '../kernels/particles';
import type { ColourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';

/** A layer as a small square picture, for particles that look like it. */

/** The longer side of the picture of the scene that a layer is looked for in, px, and the side of a sprite. */
const [LOOKED, SIDE] = [1024, 128];
/** What covers no more than this does not count. */
const SEEN = 0.02;

/** A layer as a sprite, cached; null if it shows nothing. */
export function spriteOf(
  second: NonNullable<Grounds['second']>,
  memo: SourceContext['memo'],
): Sprite | null {
  const data = memo(
    `sprite ${second.key}`,
    () => scoped(() => pyramidOf(second.coarse(LOOKED).pixels)),
    (made) => made.byteLength,
  );
  return data.length > 0 ? { side: SIDE, data } : null;
}

/** The square round what a picture shows, from its upper left; null if it shows nothing. */
function squareOf({ region: { width, height }, data }: ColourBuffer) {
  let [x0, y0, x1, y1] = [width, height, 0, 0];
  for (let y = 0, i = 3; y < height; y++)
    for (let x = 0; x < width; x++, i += 4)
      if (data[i]! > SEEN) {
        [x0, y0] = [Math.min(x0, x), Math.min(y0, y)];
        [x1, y1] = [Math.max(x1, x + 1), Math.max(y1, y + 1)];
      }
  const side = Math.max(x1 - x0, y1 - y0);
  return side > 0 ? { x: (x0 + x1 - side) / 2, y: (y0 + y1 - side) / 2, side } : null;
}

/** What a picture shows as a square of `SIDE` px, and then of half as many and so on, premultiplied; empty if it shows nothing. */
export function pyramidOf(pixels: ColourBuffer): Float32Array {
  const square = squareOf(pixels);
  if (!square) return new Float32Array(0);
  const sizes = Array.from({ length: Math.log2(SIDE) + 1 }, (_, k) => SIDE >> k);
  const out = new Float32Array(4 * sizes.reduce((sum, n) => sum + n * n, 0));
  shrink(pixels, square, out);
  for (let k = 1, from = 0; k < sizes.length; k++) {
    const n = sizes[k]!;
    const to = from + 4 * (2 * n) ** 2;
    for (let y = 0; y < n; y++)
      for (let x = 0; x < 4 * n; x++) {
        const p = from + 4 * (2 * y * 2 * n + 2 * (x >> 2)) + (x & 3);
        const below = p + 8 * n;
        out[to + 4 * y * n + x] = (out[p]! + out[p + 4]! + out[below]! + out[below + 4]!) / 4;
      }
    from = to;
  }
  return out;
}

/** Writes the means of what a square of a picture shows to `SIDE` × `SIDE` px. */
function shrink(
  { region: { width, height }, data }: ColourBuffer,
  { x: x0, y: y0, side }: { x: number; y: number; side: number },
  out: Float32Array,
): void {
  const each = side / SIDE;
  // So many places across each px that none of the picture is missed.
  const n = Math.max(2, Math.ceil(each));
  for (let y = 0, q = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, q += 4)
      for (let j = 0; j < n; j++)
        for (let i = 0; i < n; i++) {
          const u = Math.floor(x0 + (x + (i + 0.5) / n) * each);
          const v = Math.floor(y0 + (y + (j + 0.5) / n) * each);
          if (u < 0 || v < 0 || u >= width || v >= height) continue;
          const p = 4 * (v * width + u);
          for (let k = 0; k < 4; k++) out[q + k]! += data[p + k]! / (n * n);
        }
}
