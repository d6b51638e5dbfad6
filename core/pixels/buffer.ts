import { floats, zeros } from './heap';
import type { Region } from './region';
import { intersect, isEmpty } from './region';

/** Premultiplied RGBA, 32-bit float, interleaved, row by row over `region`. Values may exceed 1. */
export interface ColourBuffer {
  readonly channels: 4;
  region: Region;
  data: Float32Array;
}

/** One float plane (a mask, a shape, a pass before it is coloured), row by row over `region`. */
export interface Plane {
  readonly channels: 1;
  region: Region;
  data: Float32Array;
}

/** The number of floats of a region. */
const size = (r: Region, channels: number) => Math.max(0, r.width * r.height * channels);

/** A transparent colour buffer over a region. */
export const colourBuffer = (region: Region): ColourBuffer => ({
  channels: 4,
  region,
  data: zeros(size(region, 4)),
});

/** A plane of zeros over a region. */
export const plane = (region: Region): Plane => ({
  channels: 1,
  region,
  data: zeros(size(region, 1)),
});

/** A colour buffer (4 channels) or plane (1 channel) of unknown content, to be written whole. */
export function unwritten(region: Region, channels: 4): ColourBuffer;
export function unwritten(region: Region, channels: 1): Plane;
export function unwritten(region: Region, channels: 1 | 4): ColourBuffer | Plane;
export function unwritten(region: Region, channels: 1 | 4): ColourBuffer | Plane {
  return { channels, region, data: floats(size(region, channels)) } as ColourBuffer | Plane;
}

/**
 * The part of a buffer (4 channels) or plane (1 channel) that lies over `region`, transparent where
 * the source has nothing. Returns the source itself when it already fits.
 */
export function crop<T extends ColourBuffer | Plane>(source: T, region: Region): T {
  const { channels } = source;
  const from = source.region;
  if (
    from.x === region.x &&
    from.y === region.y &&
    from.width === region.width &&
    from.height === region.height
  )
    return source;
  const data = zeros(size(region, channels));
  const common = intersect(from, region);
  if (!isEmpty(common)) {
    for (let y = common.y; y < common.y + common.height; y++) {
      const at = ((y - from.y) * from.width + common.x - from.x) * channels;
      const to = ((y - region.y) * region.width + common.x - region.x) * channels;
      data.set(source.data.subarray(at, at + common.width * channels), to);
    }
  }
  return { channels, region, data } as T;
}
