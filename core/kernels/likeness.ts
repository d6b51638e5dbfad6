import { rowStride } from './arguments';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { oklab } from '../pixels/colour';
import { onHeap, run } from './machine';

/**
 * How far each colour of a buffer is from `#rrggbb`, over its region: the distance in Oklab (Ottosson, 2020) times
 * 100, so that black is 100 from white. What is not whole is further off, by what it lacks of coverage.
 */
export function likeness({ region, data }: ColourBuffer, hex: string, mixing: Mixing): Plane {
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('likenessRows', region.height, region.width * 16, [
      at(out.data, 'write'),
      rowStride(region, 1),
      at(data),
      rowStride(region, 4),
      region.width,
      mixing === 'light' ? 1 : 0,
      ...oklab(hex),
    ]),
  );
  return out;
}
