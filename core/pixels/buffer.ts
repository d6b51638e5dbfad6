import type { Region } from './region';
import { intersect, isEmpty } from './region';

/** Premultiplied RGBA, 32-bit float, interleaved, row by row over `region`. Values may exceed 1. */
export interface ColourBuffer {
  region: Region;
  data: Float32Array;
}

/** One float plane (a mask, a shape, a pass before it is coloured), row by row over `region`. */
export interface Plane {
  region: Region;
  data: Float32Array;
}

/** A transparent colour buffer over a region. */
export function colourBuffer(region: Region): ColourBuffer {
  return { region, data: new Float32Array(Math.max(0, region.width * region.height * 4)) };
}

/** A plane of zeros over a region. */
export function plane(region: Region): Plane {
  return { region, data: new Float32Array(Math.max(0, region.width * region.height)) };
}

/**
 * The part of a buffer (4 channels) or plane (1 channel) that lies over `region`, transparent where
 * the source has nothing. Returns the source itself when it already fits.
 */
export function crop<T extends ColourBuffer | Plane>(
  source: T,
  region: Region,
  channels: 1 | 4,
): T {
  const from = source.region;
  if (
    from.x === region.x &&
    from.y === region.y &&
    from.width === region.width &&
    from.height === region.height
  )
    return source;
  const data = new Float32Array(Math.max(0, region.width * region.height * channels));
  const common = intersect(from, region);
  if (!isEmpty(common)) {
    for (let y = common.y; y < common.y + common.height; y++) {
      const at = ((y - from.y) * from.width + common.x - from.x) * channels;
      const to = ((y - region.y) * region.width + common.x - region.x) * channels;
      data.set(source.data.subarray(at, at + common.width * channels), to);
    }
  }
  return { region, data } as T;
}
