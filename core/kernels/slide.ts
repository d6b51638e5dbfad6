import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import { byteStride } from './arguments';
import { onHeap, run } from './machine';

/** The longest motion, px of the render: a line and its sums must fit into the room of a thread. */
export const LONGEST_MOTION = 4000;

/** How far `slid` carries a value, px. */
export const slideMargin = (length: number): number =>
  length < 1 ? 0 : Math.ceil(Math.min(length, LONGEST_MOTION) / 2) + 3;

/**
 * Pixels each of which is the mean along a line of `length` px about it, `angle` radians from the x axis, over what `wanted` shares with
 * all it can reach; outside the pixels is nothing. Lines are summed up along the longer of their two sides, with splines across it;
 * shorter than a px it changes nothing.
 */
export function slid(
  pixels: ColourBuffer,
  length: number,
  angle: number,
  wanted: Region,
): ColourBuffer {
  const margin = slideMargin(length);
  const region = intersect(grow(pixels.region, margin), wanted);
  if (isEmpty(region) || isEmpty(pixels.region)) return colourBuffer(EMPTY);
  if (margin === 0) return crop(pixels, region);
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
  const isFlat = Math.abs(dx) >= Math.abs(dy);
  // Whole lines along an axis stay whole: no rounding may mix them.
  const slope = isFlat ? dy / dx : dx / dy;
  const m = Math.abs(slope) < 1e-9 ? 0 : slope;
  const half = (Math.min(length, LONGEST_MOTION) / 2) * Math.max(Math.abs(dx), Math.abs(dy));
  // u runs along the lines, v across them.
  const turned = (r: Region) =>
    isFlat
      ? { u: r.x, v: r.y, along: r.width, across: r.height }
      : { u: r.y, v: r.x, along: r.height, across: r.width };
  const [from, to] = [turned(pixels.region), turned(region)];
  const strides = (width: number) =>
    isFlat
      ? ([byteStride(16), byteStride(16 * width)] as const)
      : ([byteStride(16 * width), byteStride(16)] as const);
  const ends = [m * to.u, m * (to.u + to.along)];
  const c0 = Math.floor(to.v - Math.max(...ends)) - 2;
  const lineCount = Math.ceil(to.v + to.across - Math.min(...ends)) + 3 - c0;
  return scoped(() => {
    const lines = floats(lineCount * to.along * 4);
    const out: ColourBuffer = unwritten(region, 4);
    onHeap((at) => {
      run('slideLines', lineCount, to.along * 40, [
        at(pixels.data),
        ...strides(pixels.region.width),
        ...([from.along, from.across, from.u, from.v] as const),
        at(lines, 'write'),
        ...([to.u, to.along, c0, m, half] as const),
      ]);
    });
    onHeap((at) => {
      run('gatherLines', to.across, to.along * 12, [
        at(lines),
        ...([lineCount, c0, m] as const),
        at(out.data, 'write'),
        ...strides(region.width),
        ...([to.u, to.along, to.v] as const),
      ]);
    });
    return out;
  });
}
