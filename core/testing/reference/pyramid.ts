import type { StraightImage } from '../../pixels/picture';

/** The pyramid of a picture in plain TypeScript: what the kernels are compared with. */

/** One level of a picture's pyramid: premultiplied float RGBA, each level half the size of the last. */
export interface Level {
  width: number;
  height: number;
  data: Float32Array;
}

/** A picture with all levels of its pyramid. */
export interface Pyramid {
  width: number;
  height: number;
  /** Level `n` of the area-averaged pyramid, made when first asked for; 0 is the picture itself. */
  level(n: number): Level;
  /** How many levels there are, down to one pixel. */
  levels: number;
}

/** The pyramid of a straight image. */
export function pyramid(image: StraightImage): Pyramid {
  const made: Level[] = [];
  const levels = 1 + Math.ceil(Math.log2(Math.max(image.width, image.height, 1)));
  return {
    width: image.width,
    height: image.height,
    levels,
    level(n) {
      const last = Math.min(Math.max(0, n), levels - 1);
      for (let i = made.length; i <= last; i++)
        made.push(i === 0 ? premultiplied(image) : halved(made[i - 1]!));
      return made[last]!;
    },
  };
}

function premultiplied(image: StraightImage): Level {
  const { width, height, data } = image;
  const top = image.depth === 16 ? 65535 : 255;
  const out = new Float32Array(width * height * 4);
  for (let i = 0; i < out.length; i += 4) {
    const a = data[i + 3]! / top;
    out[i] = (data[i]! / top) * a;
    out[i + 1] = (data[i + 1]! / top) * a;
    out[i + 2] = (data[i + 2]! / top) * a;
    out[i + 3] = a;
  }
  return { width, height, data: out };
}

/** Averages 2×2 blocks; the outside of an odd edge counts as transparent, so the grid stays aligned. */
function halved(from: Level): Level {
  const width = Math.ceil(from.width / 2);
  const height = Math.ceil(from.height / 2);
  const out = new Float32Array(width * height * 4);
  for (let y = 0; y < height; y++) {
    const rows = Math.min(2, from.height - 2 * y);
    for (let x = 0; x < width; x++) {
      const columns = Math.min(2, from.width - 2 * x);
      const to = (y * width + x) * 4;
      for (let v = 0; v < rows; v++) {
        for (let u = 0; u < columns; u++) {
          const at = ((2 * y + v) * from.width + 2 * x + u) * 4;
          for (let c = 0; c < 4; c++) out[to + c]! += from.data[at + c]! * 0.25;
        }
      }
    }
  }
  return { width, height, data: out };
}
