import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';
import { rowStride } from './arguments';
import { onHeap, run } from './machine';
import { copied } from './rows';

/**
 * Colours that come from where ways say, over a region; the ways lie over that region and one px more on every side. Four floats a px:
 * how far its colours come from, x and y, px, and two that are not numbers. Bicubic where pixels grow, the mean of bilinear samples
 * where they shrink, at most 16 × 16; where the way is no number it is transparent.
 */
export function distortedBy(
  pixels: ColourBuffer,
  ways: ColourBuffer,
  region: Region,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  const from = pixels.region;
  onHeap((at) =>
    run('carryRows', region.height, region.width * 60, [
      at(pixels.data),
      ...([from.width, from.height, from.x, from.y] as const),
      at(ways.data),
      at(out.data, 'write'),
      rowStride(region, 4),
      ...([region.x, region.y, region.width] as const),
    ]),
  );
  return out;
}

/**
 * Ways up the slope of a plane, over a region all round which the plane goes on by a px or more: colours come from `factor` px for each
 * unit of height over a px.
 */
export function waysUphill(plane: Plane, region: Region, factor: number): ColourBuffer {
  const ways: ColourBuffer = unwritten(region, 4);
  const source = crop(plane, grow(region, 1));
  onHeap((at) =>
    run('slopeRows', region.height, region.width * 5, [
      at(source.data),
      rowStride(source.region, 1),
      at(ways.data, 'write'),
      rowStride(region, 4),
      ...([region.width, factor] as const),
    ]),
  );
  return ways;
}

/** What lies beyond a frame: what is there; or the frame mirrored, or repeated. */
export type Beyond = 'as-is' | 'mirrored' | 'repeated';

/** Pixels over a region that holds a frame (whole px, not empty): beyond the frame they are made of what lies within it. */
export function extended(
  pixels: ColourBuffer,
  frame: Region,
  region: Region,
  how: 'mirrored' | 'repeated',
): ColourBuffer {
  const out = copied(crop(pixels, region));
  const place = (v: number, start: number, size: number): number => {
    const turn = how === 'mirrored' ? 2 * size : size;
    const at = (((v - start) % turn) + turn) % turn;
    return start + (at < size ? at : turn - 1 - at);
  };
  for (let y = region.y; y < region.y + region.height; y++) {
    const row = (place(y, frame.y, frame.height) - region.y) * region.width;
    const isBeyond = y < frame.y || y >= frame.y + frame.height;
    for (let x = region.x; x < region.x + region.width; x++) {
      // Within the frame px stay as they are.
      if (!isBeyond && x === frame.x) x += frame.width;
      if (x >= region.x + region.width) break;
      const from = 4 * (row + place(x, frame.x, frame.width) - region.x);
      out.data.copyWithin(4 * ((y - region.y) * region.width + x - region.x), from, from + 4);
    }
  }
  return out;
}
