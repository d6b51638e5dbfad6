import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import type { BlurPlan } from './gaussian';
import { shareAmongCells, cellRegion, spreadCells } from './cells';
import { convolve } from './convolve';
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
  channels: 1 | 4,
): T {
  const plan = planBlur(sigma);
  const region = intersect(grow(source.region, plan.margin), wanted);
  if (isEmpty(region)) return { region: EMPTY, data: new Float32Array(0) } as T;
  if (!(sigma > 0)) return crop(source, region, channels);
  if (plan.cell === 1)
    return {
      region,
      data: convolve(source.data, source.region, region, plan.weights, channels),
    } as T;
  const reach = cellRegion(region, plan.cell, cellMargin(plan));
  const cells = intersect(reach, cellRegion(source.region, plan.cell, 1));
  if (isEmpty(cells)) return { region: EMPTY, data: new Float32Array(0) } as T;
  const shared = shareAmongCells(source.data, source.region, cells, plan.cell, channels);
  return { region, data: blurCells(shared, cells, region, plan, channels) } as T;
}

/**
 * The second half of a blur, for a source that stands on the grid of cells already: `data` lies over
 * `cells`, the result over `region`, px.
 */
export function blurCells(
  data: Float32Array,
  cells: Region,
  region: Region,
  plan: BlurPlan,
  channels: 1 | 4,
): Float32Array {
  const around = cellRegion(region, plan.cell, 2);
  const blurred = convolve(data, cells, around, plan.weights, channels);
  return spreadCells(blurred, around, region, plan.cell, channels);
}
