import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/**
 * Convolves the rows, then the columns, of a buffer (4 channels) or plane (1 channel) with symmetric
 * weights, given from the middle outward. Outside the source is nothing; the result lies over `wanted`.
 */
export function convolve<T extends ColourBuffer | Plane>(
  source: T,
  wanted: Region,
  weights: Float64Array,
): T {
  const { channels } = source;
  return scoped(() => {
    const { region } = source;
    const radius = weights.length - 1;
    const out = unwritten(wanted, channels);
    const side = floats(radius + 1);
    side.set(weights);
    onHeap((at) =>
      run('convolveRows', wanted.height, 2 * wanted.width * channels * weights.length, [
        ...rowsOf(at, source, region),
        region.x,
        region.width,
        region.height,
        ...rowsOf(at, out, wanted, 'write'),
        wanted.x,
        wanted.width,
        wanted.y - region.y,
        at(side),
        radius,
        channels,
      ]),
    );
    return out as T;
  });
}
