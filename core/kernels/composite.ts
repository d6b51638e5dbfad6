import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { intersect } from '../pixels/region';
import { onHeap, rowsOf, rowsOfMask, run } from './machine';

/** The number by which the kernels know a blend mode (assembly/blend.ts). */
export type Mode = number;

/**
 * Composites `source` at an opacity (0–1) onto `backdrop`, in place, where both have pixels:
 * co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs), αo = αs + αb·(1 − αs)
 * (Compositing and Blending Level 1, sections 5 and 9.1; colours premultiplied). Blends whose formula
 * assumes 0–1 get clamped colours, and what the backdrop has above 1 is carried through. A mask
 * multiplies the source; where it has nothing, nothing changes.
 */
export function composite(
  backdrop: ColourBuffer,
  source: ColourBuffer,
  mode: Mode,
  opacity: number,
  mask: Plane | null = null,
): void {
  const both = intersect(backdrop.region, source.region);
  const common = mask ? intersect(both, mask.region) : both;
  onHeap((at) =>
    run('composite', common.height, common.width * 8, [
      mode,
      ...rowsOf(at, backdrop, common, 'write'),
      ...rowsOf(at, source, common),
      ...rowsOfMask(at, mask, common),
      common.width,
      opacity,
    ]),
  );
}

/**
 * Moves a backdrop under a blend towards `made`, which has its coverage and all of its px, by an amount
 * (0–1) and, if there is one, a plane: the coverage stays, and at whole amount the colour is B.
 */
export function settle(
  backdrop: ColourBuffer,
  made: ColourBuffer,
  mode: Mode,
  amount: number,
  mask: Plane | null,
): void {
  const common = mask ? intersect(backdrop.region, mask.region) : backdrop.region;
  onHeap((at) =>
    run('settleRows', common.height, common.width * 12, [
      mode,
      ...rowsOf(at, backdrop, common, 'write'),
      ...rowsOf(at, made, common),
      ...rowsOfMask(at, mask, common),
      common.width,
      amount,
    ]),
  );
}

/** Lays one colour through a plane at an opacity onto `backdrop`, in place: a pass of light. */
export function compositePlane(
  backdrop: ColourBuffer,
  shape: Plane,
  [r, g, b]: Rgb,
  mode: Mode,
  opacity: number,
): void {
  const common = intersect(backdrop.region, shape.region);
  onHeap((at) =>
    run('compositePlane', common.height, common.width * 5, [
      mode,
      ...rowsOf(at, backdrop, common, 'write'),
      ...rowsOf(at, shape, common),
      common.width,
      r * opacity,
      g * opacity,
      b * opacity,
      opacity,
    ]),
  );
}

/** A plane that lets a colour through: a pass of light. */
export interface Lit {
  shape: Plane;
  colour: Rgb;
  mode: Mode;
  /** 0–1. */
  opacity: number;
}

/** 32-bit words of an entry of the list that the kernel takes. */
const ENTRY = 12;

/**
 * Passes of light on nothing, one after the other, over `region`. The same as `compositePlane` for each, and all of them in one
 * go over the memory.
 */
export function compositePlanes(region: Region, passes: readonly Lit[]): ColourBuffer {
  return scoped(() => {
    const out = unwritten(region, 4);
    const list = floats(ENTRY * passes.length);
    onHeap((at) => {
      const words = new Int32Array(list.buffer, list.byteOffset, list.length);
      passes.forEach(({ shape, colour: [r, g, b], mode, opacity }, i) => {
        const common = intersect(region, shape.region);
        const [x, y] = [common.x - region.x, common.y - region.y];
        const [start, stride] = rowsOf(at, shape, common);
        words.set([mode, start, stride, x, y, x + common.width, y + common.height], i * ENTRY);
        list.set([r * opacity, g * opacity, b * opacity, opacity], i * ENTRY + 8);
      });
      run('compositePlanes', region.height, region.width * 5 * passes.length, [
        ...rowsOf(at, out, region, 'write'),
        region.width,
        at(list),
        passes.length,
      ]);
    });
    return out;
  });
}
