import { rowStride } from './arguments';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, unwritten } from '../pixels/buffer';
import { floats } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { onHeap, run } from './machine';

/**
 * What the colours to either side of an outline say of it (assembly/local-colours.ts): the steps of
 * `cutout/local-colours.ts`, over the region of the colours. Call them within a scope of the heap.
 */

/** Means are made of cells of so many px across: they change slowly. */
export const CELL = 4;
/** Floats of a Gaussian. */
const GAUSSIAN = 11;

/** Of one side, the moments of its colours about every cell, as weighted sums: red, green, blue and weight; rr, rg, rb and gg; gb and bb. */
export type Moments = readonly [means: ColourBuffer, squares: ColourBuffer, rest: ColourBuffer];

/** The Gaussians of both sides, about every cell. */
export interface Sides {
  background: Float32Array;
  subject: Float32Array;
}

const cellsOf = ({ width, height }: Region): Region => ({
  ...{ x: 0, y: 0, width: Math.ceil(width / CELL), height: Math.ceil(height / CELL) },
});

/** 1 where a px of a plane is on the other side of a half than one beside it, else 0. */
export function outlineOf(from: Plane): Plane {
  const { region } = from;
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('outlineRows', region.height, region.width * 2, [
      ...([at(out.data, 'write'), at(from.data)] as const),
      rowStride(region, 1),
      region.width,
      region.height,
    ]),
  );
  return out;
}

/** How far each px is from the outline, px: above 0 where `from` is half or more. Takes their distances, and changes them. */
export function depthOf(away: Plane, from: Plane): Plane {
  const { region } = from;
  onHeap((at) =>
    run('depthRows', region.height, region.width * 2, [
      ...([at(away.data, 'write'), at(from.data)] as const),
      rowStride(region, 1),
      region.width,
    ]),
  );
  return away;
}

/** The moments of the colours of background and subject, from the px no farther than `far` px from the outline. */
export function momentsOf(
  { region, data }: ColourBuffer,
  depth: Plane,
  far: number,
): [background: Moments, subject: Moments] {
  const cells = cellsOf(region);
  // The moments of a side stand one beneath another.
  const { width, height } = cells;
  const sides = [0, 1].map(() => colourBuffer({ ...cells, height: 3 * height }));
  onHeap((at) =>
    run('momentRows', height, region.width * CELL * 4, [
      ...([at(data), at(depth.data)] as const),
      ...([region.width, region.height, far] as const),
      ...([at(sides[0]!.data, 'write'), at(sides[1]!.data, 'write')] as const),
      width * height * 16,
      rowStride(cells, 4),
    ]),
  );
  const momentsAt = (side: ColourBuffer): Moments => {
    const part = (i: number): ColourBuffer => ({
      channels: 4,
      region: cells,
      data: side.data.subarray(i * width * height * 4, (i + 1) * width * height * 4),
    });
    return [part(0), part(1), part(2)];
  };
  return [momentsAt(sides[0]!), momentsAt(sides[1]!)];
}

/** The Gaussians that moments come to. */
export function gaussiansOf([means, squares, rest]: Moments): Float32Array {
  const { region: cells } = means;
  const out = floats(cells.width * cells.height * GAUSSIAN);
  onHeap((at) =>
    run('gaussianRows', cells.height, cells.width * 24, [
      at(out, 'write'),
      ...([at(means.data), at(squares.data), at(rest.data)] as const),
      rowStride(cells, 4),
      cells.width,
    ]),
  );
  return out;
}

/**
 * The classification error of the Gaussians about every cell, over the samples they were fitted to: within, of how many;
 * outside, of how many.
 */
export function errorsOf(
  { region, data }: ColourBuffer,
  depth: Plane,
  far: number,
  { background, subject }: Sides,
): ColourBuffer {
  const cells = cellsOf(region);
  const out = colourBuffer(cells);
  onHeap((at) =>
    run('errorRows', cells.height, region.width * CELL * 8, [
      at(out.data, 'write'),
      rowStride(cells, 4),
      ...([at(data), at(depth.data)] as const),
      ...([region.width, region.height, far] as const),
      ...([at(background), at(subject)] as const),
      cells.width,
    ]),
  );
  return out;
}

/**
 * The subject, 0–1, as labels say (0 and 1 are certain, one a px); where they do not, within `band` px of the outline, as
 * colour and place do, and beyond by the side of the outline.
 */
export function movedBy(
  { region, data }: ColourBuffer,
  depth: Plane,
  labels: Uint8Array,
  band: number,
  errors: ColourBuffer,
  { background, subject }: Sides,
): Plane {
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('movedRows', region.height, region.width * 8, [
      ...([at(out.data, 'write'), at(labels), at(data), at(depth.data)] as const),
      region.width,
      band,
      at(errors.data),
      rowStride(errors.region, 4),
      ...([at(background), at(subject)] as const),
      errors.region.width,
    ]),
  );
  return out;
}
