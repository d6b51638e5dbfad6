import { after } from './arguments';
import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { borrow, retained, scoped } from '../pixels/heap';
import type { StoredPixels, StraightImage } from '../pixels/picture';
import { pixelsInMemory } from '../pixels/picture';
import type { Region } from '../pixels/region';
import type { Mixing } from '../pixels/colour';
import { unpack } from './colour';
import { cache, drop, use, type CachedLevel } from './cached-levels';
import { onHeap, run } from './machine';

/** A picture ready to be sampled at any scale. */
export interface Picture {
  width: number;
  height: number;
  /** How many levels its pyramid has, down to one pixel; each is half the size of the last. */
  levels: number;
  /**
   * At least `part` of level `n` as premultiplied floats; 0 is the picture itself, and the levels above it are area
   * averages. Those that are not too large are made whole when first asked for, and cached within a budget.
   */
  level(n: number, part: Region, mixing: Mixing): ColourBuffer;
  /** Releases what it caches on the heap; it may still be used, and makes it anew. */
  release(): void;
}

/** About this many pixels of a picture are floats at once while a level is made. */
const STRIP = 2 ** 20;

/** A level is made of one that is at most so many finer, as a strip of it has at least a row. */
const STEPS = 4;

/** Of levels of more pixels only the part is made that is asked for. */
const LARGEST_CACHED = 2.5 * 2 ** 20;

/** A picture of pixels that stand in memory. The image must not be changed afterwards. */
export const picture = (image: StraightImage): Picture => pictureOf(pixelsInMemory(image));

/** A picture of pixels, wherever they stand. */
export function pictureOf(pixels: StoredPixels): Picture {
  const { width, height } = pixels;
  const levels = 1 + Math.ceil(Math.log2(Math.max(width, height, 1)));
  const cached = new Map<number, CachedLevel>();
  let cachedAs: Mixing = 'light';
  const releaseAll = () => cached.forEach(drop);

  /** The coarsest level that is cached of those finer than another; 0 if there is none. */
  const finer = (n: number): number => {
    for (let m = n - 1; m > 0; m--) if (cached.has(m)) return m;
    return 0;
  };

  const wholeOf = (n: number) => ({
    x: 0,
    y: 0,
    width: scaled(width, n),
    height: scaled(height, n),
  });

  /** A part of a level, from a finer one that is cached where that saves work. */
  function made(n: number, part: Region, mixing: Mixing): ColourBuffer {
    const start = Math.max(finer(n), n - STEPS);
    if (start <= 0) return reduced(pixels, n, part, (rows) => unpack(pixels, rows, mixing));
    const from = whole(start, mixing);
    return reduced(from.region, n - start, part, (rows) => rowsOf(from, rows));
  }

  /** All of a level, which is cached from now on. */
  function whole(n: number, mixing: Mixing): ColourBuffer {
    const found = cached.get(n);
    if (found) {
      use(found);
      return borrow(found.level);
    }
    const level = retained(() => made(n, wholeOf(n), mixing));
    const one = { level, forget: () => void cached.delete(n) };
    cached.set(n, one);
    cache(one);
    return borrow(level);
  }

  return {
    width,
    height,
    levels,
    release: releaseAll,
    level(asked, part, mixing) {
      if (asked <= 0) return unpack(pixels, part, mixing);
      const n = Math.min(asked, levels - 1);
      if (cachedAs !== mixing) releaseAll();
      cachedAs = mixing;
      const all = wholeOf(n);
      return all.width * all.height > LARGEST_CACHED ? made(n, part, mixing) : whole(n, mixing);
    },
  };
}

const half = (n: number) => Math.ceil(n / 2);
/** A side of a level, px. */
const scaled = (side: number, level: number) => Math.ceil(side / 2 ** level);

/** Whole rows of a buffer, without a copy. */
function rowsOf({ region, data }: ColourBuffer, rows: Region): ColourBuffer {
  const [from, to] = [rows.y, rows.y + rows.height].map((y) => y * region.width * 4);
  return { channels: 4, region: rows, data: data.subarray(from, to) };
}

/**
 * A part of a picture halved `times` (at least once), in strips so that little of it is floats at once. `rows` gives parts of the picture;
 * all of its width if the part is as wide.
 */
function reduced(
  size: { width: number; height: number },
  times: number,
  part: Region,
  rows: (part: Region) => ColourBuffer,
): ColourBuffer {
  const step = 2 ** times;
  const out: ColourBuffer = unwritten(part, 4);
  const [x, right] = [part.x * step, Math.min(size.width, (part.x + part.width) * step)];
  const strip = Math.max(1, Math.floor(STRIP / (right - x) / step));
  for (let y = 0; y < part.height; y += strip) {
    const top = (part.y + y) * step;
    const bottom = Math.min(size.height, top + Math.min(strip, part.height - y) * step);
    scoped(() => {
      let level = rows({ x, y: top, width: right - x, height: bottom - top });
      for (let i = 1; i < times; i++) level = halved(level);
      halve(level, out, y);
    });
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
