import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { isEmpty } from '../pixels/region';
import { rowStride } from './arguments';
import { onHeap, run } from './machine';

/** Where red comes from: px times `scale` about (0, 0), and moved; blue comes from as far to the other side. */
export interface Fringe {
  scale: number;
  moveX: number;
  moveY: number;
  /** At most so far to either side, px. */
  most: number;
}

/** How far a fringe of at most so many px to either side looks, px. */
export const fringeMargin = (most: number): number => Math.ceil(most) + 2;

/** Pixels with channels from different places, over a region that lies within theirs. Coverage is the greatest of the three. */
export function fringed(
  pixels: ColourBuffer,
  region: Region,
  { scale, moveX, moveY, most }: Fringe,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  if (isEmpty(region)) return out;
  const from = pixels.region;
  onHeap((at) =>
    run('fringeRows', region.height, region.width * 14, [
      ...([at(pixels.data), from.width, from.height, from.x, from.y] as const),
      at(out.data, 'write'),
      rowStride(region, 4),
      ...([region.x, region.y, region.width, scale, moveX, moveY, most] as const),
    ]),
  );
  return out;
}
