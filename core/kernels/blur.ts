import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import { cellRegion, shareAmongCells, spreadCells } from './cells';
import { convolve } from './convolve';
import type { BlurPlan } from './gaussian';
import { cellMargin, planBlur } from './gaussian';

/** How far a blur of σ px carries a value, px. */
export const blurMargin = (sigma: number): number => planBlur(sigma).margin;

/**
 * A buffer (4 channels) or plane (1 channel) under a Gaussian blur of σ px, over what `wanted`
 * shares with the region the blur can reach. Outside the buffer is transparent; nothing is cut.
 */
export function gaussianBlur<T extends ColourBuffer | Plane>(
  source: T,
  sigma: number,
  wanted: Region,
): T {
  const { channels } = source;
  const plan = planBlur(sigma);
  const region = intersect(grow(source.region, plan.margin), wanted);
  if (isEmpty(region)) return unwritten(EMPTY, channels) as T;
  if (!(sigma > 0)) return crop(source, region);
  if (plan.cell === 1) return convolve(source, region, plan.weights);
  const reach = cellRegion(region, plan.cell, cellMargin(plan));
  const cells = intersect(reach, cellRegion(source.region, plan.cell, 1));
  if (isEmpty(cells)) return unwritten(EMPTY, channels) as T;
  return scoped(() => blurCells(shareAmongCells(source, cells, plan.cell), region, plan));
}

/**
 * The second half of a blur, for a source that stands on the grid of cells already: the result lies
 * over `region`, px.
 */
export function blurCells<T extends ColourBuffer | Plane>(
  cells: T,
  region: Region,
  plan: BlurPlan,
): T {
  return scoped(() => {
    const around = cellRegion(region, plan.cell, 2);
    return spreadCells(convolve(cells, around, plan.weights), region, plan.cell);
  });
}
