import { after } from './arguments';
import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { retained, release } from '../pixels/heap';
import type { StraightImage } from '../pixels/picture';
import type { Region } from '../pixels/region';
import type { Mixing } from '../pixels/colour';
import { unpack } from './colour';
import { onHeap, run } from './machine';

/** A picture ready to be sampled at any scale. */
export interface Picture {
  width: number;
  height: number;
  /** How many levels its pyramid has, down to one pixel; each is half the size of the last. */
  levels: number;
  /**
   * At least `part` of level `n` as premultiplied floats; 0 is the picture itself. Levels above 0 are
   * made whole when first asked for, by area averages, and kept.
   */
  level(n: number, part: Region, mixing: Mixing): ColourBuffer;
  /** Releases what it retains on the heap; it may still be used, and makes it anew. */
  release(): void;
}

/** About this many pixels of a picture are floats at once while its pyramid is made. */
const STRIP = 2 ** 20;

/** Wraps a straight image as a picture. The image must not be changed afterwards. */
export function picture(image: StraightImage): Picture {
  const { width, height } = image;
  const levels = 1 + Math.ceil(Math.log2(Math.max(width, height, 1)));
  let pyramid: { mixing: Mixing; made: ColourBuffer[] } | null = null;
  const releaseAll = () => {
    pyramid?.made.forEach(release);
    pyramid = null;
  };
  return {
    width,
    height,
    levels,
    release: releaseAll,
    level(n, part, mixing) {
      if (n <= 0) return unpack(image, part, mixing);
      if (pyramid?.mixing !== mixing) releaseAll();
      pyramid ??= { mixing, made: [] };
      const { made } = pyramid;
      const last = Math.min(n, levels - 1);
      while (made.length < last) {
        const from = made.at(-1);
        made.push(retained(() => (from ? halved(from) : firstLevel(image, mixing))));
      }
      return made[last - 1]!;
    },
  };
}

const half = (n: number) => Math.ceil(n / 2);

/** The first level above a picture, made in strips so that the picture is never floats as a whole. */
function firstLevel(image: StraightImage, mixing: Mixing): ColourBuffer {
  const { width, height } = image;
  const out: ColourBuffer = unwritten({ x: 0, y: 0, width: half(width), height: half(height) }, 4);
  const rows = Math.max(2, 2 * Math.floor(STRIP / width / 2));
  for (let y = 0; y < height; y += rows) {
    const part = { x: 0, y, width, height: Math.min(rows, height - y) };
    onHeap(() => halve(unpack(image, part, mixing), out, y / 2));
  }
  return out;
}

/** Averages 2 × 2 px; the outside of an odd edge counts as transparent, so the grids stay aligned. */
function halved(from: ColourBuffer): ColourBuffer {
  const { width, height } = from.region;
  const out: ColourBuffer = unwritten({ x: 0, y: 0, width: half(width), height: half(height) }, 4);
  halve(from, out, 0);
  return out;
}

/** Writes the halves of a buffer to rows of another, from row `y` on. */
function halve(from: ColourBuffer, out: ColourBuffer, y: number): void {
  const { width, height } = from.region;
  onHeap((at) =>
    run('halveRows', half(height), out.region.width * 16, [
      at(from.data),
      width,
      height,
      after(at(out.data, 'write'), y * out.region.width * 16),
      out.region.width,
    ]),
  );
}
