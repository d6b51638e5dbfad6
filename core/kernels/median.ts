import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop, unwritten } from '../pixels/buffer';
import { bytes, floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import { byteStride, rowStride } from './arguments';
import { onHeap, run } from './machine';

/** How far a median over a disc looks, px. */
export const medianMargin = (radius: number): number => Math.max(0, Math.round(radius));

/**
 * Pixels each of which is the median of a disc of `radius` px about it (to whole px; under half a px it changes nothing), over what
 * `wanted` shares with all it can reach; outside the pixels is nothing. Each channel of the straight colours by itself, weighed by
 * coverage, and the coverage too. Values are distinguished from 0 to 16, by about 1/1000 of the root of that range, and within that
 * by their mean.
 */
export function medians(pixels: ColourBuffer, radius: number, wanted: Region): ColourBuffer {
  const reach = medianMargin(radius);
  const region = intersect(wanted, grow(pixels.region, reach));
  if (isEmpty(region) || isEmpty(pixels.region)) return colourBuffer(EMPTY);
  if (reach === 0) return crop(pixels, region);
  return scoped(() => {
    const out: ColourBuffer = unwritten(region, 4);
    const about = crop(pixels, grow(region, reach));
    const { width, height } = about.region;
    const steps = bytes(width * height * 8);
    onHeap((at) =>
      run('medianStepRows', height, width * 6, [
        at(about.data),
        rowStride(about.region, 4),
        at(steps, 'write'),
        byteStride(width * 8),
        width,
      ]),
    );
    const rows = floats(2 * reach + 1);
    const spans = new Int32Array(rows.buffer, rows.byteOffset, rows.length);
    // Half a px wider than the radius: discs are round from the smallest on.
    spans.forEach((_, j) => {
      spans[j] = Math.floor(Math.sqrt((reach + 0.5) ** 2 - (j - reach) ** 2));
    });
    onHeap((at) =>
      run('medianRows', region.height, region.width * reach * 60, [
        at(steps),
        byteStride(width * 8),
        at(out.data, 'write'),
        rowStride(region, 4),
        region.width,
        reach,
        at(rows),
      ]),
    );
    return out;
  });
}
