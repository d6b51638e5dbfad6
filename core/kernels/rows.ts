import { rowStride } from './arguments';
import type { Affine } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { intersect, isEmpty } from '../pixels/region';
import { onHeap, rowsOf, rowsOfMask, run } from './machine';

/** Plain work on buffers and planes, in place unless it returns something. */

/** A buffer full of one colour, whole. */
export function filled(region: Region, [r, g, b]: Rgb): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  onHeap((at) =>
    run('fillRows', region.height, region.width * 4, [
      ...rowsOf(at, out, region, 'write'),
      region.width,
      r,
      g,
      b,
      1,
    ]),
  );
  return out;
}

/** A copy of a buffer (4 channels) or plane (1 channel), which may be drawn on. */
export const copied = <T extends ColourBuffer | Plane>(source: T): T =>
  cropped(source, source.region);

/** A copy of the part of a buffer or plane over `region`, of which the source must have all. */
export function cropped<T extends ColourBuffer | Plane>(source: T, region: Region): T {
  const { channels } = source;
  const out = unwritten(region, channels);
  onHeap((at) =>
    run('copyRows', region.height, region.width * channels, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, source, region),
      region.width * channels,
    ]),
  );
  return out as T;
}

/** Writes a buffer (4 channels) or plane (1 channel) over the part of another that it covers, in place. */
export function pasted<T extends ColourBuffer | Plane>(to: T, from: T): void {
  const { channels } = to;
  const region = intersect(to.region, from.region);
  if (isEmpty(region)) return;
  onHeap((at) =>
    run('copyRows', region.height, region.width * channels, [
      ...rowsOf(at, to, region, 'write'),
      ...rowsOf(at, from, region),
      region.width * channels,
    ]),
  );
}

/** Multiplies a buffer by a plane where both are, in place. */
export function maskInPlace(buffer: ColourBuffer, mask: Plane): void {
  const region = intersect(buffer.region, mask.region);
  if (isEmpty(region)) return;
  onHeap((at) =>
    run('maskRows', region.height, region.width * 5, [
      ...rowsOf(at, buffer, region, 'write'),
      ...rowsOf(at, mask, region),
      region.width,
    ]),
  );
}

/** A buffer times a plane, over what both have. */
export function masked(buffer: ColourBuffer, mask: Plane): ColourBuffer {
  const region = intersect(buffer.region, mask.region);
  if (isEmpty(region)) return unwritten(region, 4);
  const out = cropped(buffer, region);
  maskInPlace(out, mask);
  return out;
}

/** A buffer times a factor, 0–1. */
export function faded(buffer: ColourBuffer, factor: number): ColourBuffer {
  const { region } = buffer;
  const out = copied(buffer);
  onHeap((at) =>
    run('scaleRows', region.height, region.width * 4, [
      ...rowsOf(at, out, region, 'write'),
      region.width,
      factor,
    ]),
  );
  return out;
}

/**
 * Moves `buffer` towards `other`, which must have all of its px, by an amount (0–1) and, if there is
 * one, by a plane; where the plane has nothing, nothing moves.
 */
export function mix(
  buffer: ColourBuffer,
  other: ColourBuffer,
  amount: number,
  share: Plane | null,
): void {
  const region = share ? intersect(buffer.region, share.region) : buffer.region;
  if (isEmpty(region)) return;
  onHeap((at) =>
    run('mixRows', region.height, region.width * 8, [
      ...rowsOf(at, buffer, region, 'write'),
      ...rowsOf(at, other, region),
      ...rowsOfMask(at, share, region),
      region.width,
      amount,
    ]),
  );
}

/** The alpha of a buffer as a plane. */
export function alphaOf({ region, data }: ColourBuffer): Plane {
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('alphaRows', region.height, region.width * 2, [
      ...rowsOf(at, out, region, 'write'),
      at(data),
      rowStride(region, 4),
      region.width,
    ]),
  );
  return out;
}

/** The tone of a buffer as a plane: Rec. 709 luma of its premultiplied colour, within 0–1. */
export function toneOf({ region, data }: ColourBuffer): Plane {
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('toneRows', region.height, region.width * 3, [
      ...rowsOf(at, out, region, 'write'),
      at(data),
      rowStride(region, 4),
      region.width,
    ]),
  );
  return out;
}

/** A buffer at a coverage of `amount` (0–1) wherever it has any: its colours, without their edges. */
export function unwrapped(buffer: ColourBuffer, amount: number): ColourBuffer {
  const { region } = buffer;
  const out = copied(buffer);
  onHeap((at) =>
    run('unwrapRows', region.height, region.width * 4, [
      ...rowsOf(at, out, region, 'write'),
      region.width,
      amount,
    ]),
  );
  return out;
}

/** Puts every value v of a plane at v · scale + lift. */
export function level({ region, data }: Plane, scale: number, lift: number): void {
  onHeap((at) =>
    run('linearRows', region.height, region.width, [
      at(data, 'write'),
      rowStride(region, 1),
      region.width,
      scale,
      lift,
    ]),
  );
}

/**
 * A fade over a region: 1 where t ≤ 0, 0 where t ≥ 1, smooth between (3u² − 2u³), so that no line shows
 * where it begins. `map` takes px of the render to a place (u, v): t is u along a line, and √(u² + v²)
 * round a point.
 */
export function fadePlane(region: Region, map: Affine, radial: boolean): Plane {
  const out: Plane = unwritten(region, 1);
  const [a, b, c, d, e, f] = map;
  onHeap((at) =>
    run('fadeRows', region.height, region.width * 4, [
      ...rowsOf(at, out, region, 'write'),
      region.x,
      region.y,
      region.width,
      radial ? 1 : 0,
      a,
      c,
      e,
      b,
      d,
      f,
    ]),
  );
  return out;
}
