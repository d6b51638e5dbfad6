import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';

/** Values over a region as a buffer of four channels, or as a plane of one. */
export const bufferOf = (
  channels: 1 | 4,
  region: Region,
  data: Float32Array,
): ColourBuffer | Plane => ({ channels, region, data }) as ColourBuffer | Plane;
