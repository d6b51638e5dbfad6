import { byteStride } from './arguments';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { intersect } from '../pixels/region';
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
    // Only rows that the columns will ask for.
    const rows = intersect(
      { x: wanted.x, y: region.y, width: wanted.width, height: region.height },
      { ...wanted, y: wanted.y - radius, height: wanted.height + 2 * radius },
    );
    if (rows.height === 0) {
      out.data.fill(0);
      return out as T;
    }
    const between = floats(wanted.width * rows.height * channels);
    const [side, both] = [floats(radius + 1), floats(2 * radius + 1)];
    weights.forEach((w, i) => (side[i] = both[radius - i] = both[radius + i] = w));
    const row = wanted.width * channels * 4;
    onHeap((at) => {
      const b = at(between, 'write');
      run('convolveAcross', rows.height, wanted.width * channels * weights.length, [
        ...rowsOf(at, source, { ...region, y: rows.y }),
        region.x,
        region.width,
        b,
        byteStride(row),
        wanted.x,
        wanted.width,
        at(side),
        radius,
        channels,
      ]);
      run('weighDown', wanted.height, wanted.width * channels * weights.length, [
        b,
        byteStride(row),
        rows.height,
        at(out.data, 'write'),
        byteStride(row),
        wanted.width * channels,
        wanted.y - rows.y - radius,
        1,
        at(both),
        2 * radius + 1,
      ]);
    });
    return out as T;
  });
}
