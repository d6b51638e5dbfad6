import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Mixing, Rgb } from '../pixels/colour';
import { shown } from '../pixels/colour';
import { isEmpty } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/** What of a buffer is brighter than a threshold (1 is white): premultiplied linear light, the colour of each px preserved. */
export function tooBright(buffer: ColourBuffer, mixing: Mixing, threshold: number): ColourBuffer {
  const { region } = buffer;
  const out: ColourBuffer = unwritten(region, 4);
  if (isEmpty(region)) return out;
  onHeap((at) =>
    run('brightRows', region.height, region.width * 8, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, buffer, region),
      region.width,
      mixing === 'light' ? 1 : 0,
      threshold,
      mixing === 'light' ? threshold : shown(threshold),
    ]),
  );
  return out;
}

/** What light (linear, over at least the same region) adds to a surface that it falls on: its own colour times the light, as it mixes. */
export function litSurface(
  surface: ColourBuffer,
  light: ColourBuffer,
  mixing: Mixing,
): ColourBuffer {
  const { region } = surface;
  const out: ColourBuffer = unwritten(region, 4);
  if (isEmpty(region)) return out;
  onHeap((at) =>
    run('litRows', region.height, region.width * 20, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, surface, region),
      ...rowsOf(at, light, region),
      region.width,
      mixing === 'light' ? 1 : 0,
    ]),
  );
  return out;
}

/**
 * Takes a share (0–1) of what is too bright from a buffer, in place, and lays it on it scattered, in a tint: both are linear light over
 * the region of the buffer.
 */
export function layScattered(
  to: ColourBuffer,
  bright: ColourBuffer,
  scattered: ColourBuffer,
  mixing: Mixing,
  share: number,
  tint: Rgb,
): void {
  const { region } = to;
  if (isEmpty(region)) return;
  onHeap((at) =>
    run('scatterRows', region.height, region.width * 20, [
      ...rowsOf(at, to, region, 'write'),
      ...rowsOf(at, bright, region),
      ...rowsOf(at, scattered, region),
      region.width,
      mixing === 'light' ? 1 : 0,
      share,
      ...tint,
    ]),
  );
}
