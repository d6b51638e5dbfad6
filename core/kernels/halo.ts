import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import {
  SPREADING_VARIANCE,
  cellRegion,
  shareAmongCells,
  sharingVariance,
  spreadCells,
} from './cells';
import { convolve } from './convolve';
import { gaussianWeights } from './gaussian';
import { onHeap, rowsOf, run } from './machine';

/**
 * A blur with a long tail, as light scatters in an eye, a lens or mist: 1/(1 + (r/a)²)^p, scaled to keep the light that is put in. That
 * is a mix of Gaussians of all widths: (1 + x)^−p = 1/Γ(p) · ∫ t^(p−1)·e^−t·e^−tx dt, where e^−t(r/a)² is one with σ² = a²/2t. Here
 * it is made of one for each doubling of σ, which stays within a fifth of the curve; wide ones are made on coarse grids, and
 * carried down from grid to grid together, so that all of them cost less than twice the finest.
 */
export interface Halo {
  /** The radius of its core, px: a. */
  core: number;
  /** How steeply its tail falls, above 1: p. */
  power: number;
  /** How far the tail goes, px: σ of the widest Gaussian is half of that. */
  reach: number;
}

/** One Gaussian of a halo, px, and its share of the light. */
export interface Part {
  sigma: number;
  weight: number;
}

/** σ of the finest, of the core: of a flat tail, and of a steep one (a power above 2). */
const [FINEST, FINEST_STEEP] = [0.55, 0.45];
/** Steps of the sum over a doubling of σ. */
const STEPS = 24;
/** A core of less, px, is a point: what is blurred stays as it is. */
const LEAST = 0.01;
/** No halo has more parts. */
const MOST = 16;

/** The Gaussians that a halo is made of, the finest first; their weights sum to 1. */
export function haloParts({ core, power, reach }: Halo): Part[] {
  if (!(core > LEAST)) return [{ sigma: 0, weight: 1 }];
  const sigmas = [core * (power > 2 ? FINEST_STEEP : FINEST)];
  while (sigmas.length < MOST && sigmas.at(-1)! * 2 <= reach / 2) sigmas.push(sigmas.at(-1)! * 2);
  const density = (t: number) => t ** (power - 1) * Math.exp(-t);
  const weights = sigmas.map((sigma, i) => {
    const middle = (core * core) / (2 * sigma * sigma);
    // A part stands for what lies up to half a doubling of σ to either side; the first for all that is finer, the last for
    // all that is wider.
    const [low, high] = [middle / 2, i === 0 ? 40 : middle * 2];
    let sum = 0;
    const step = Math.log(high / low) / STEPS;
    for (let k = 0; k < STEPS; k++) sum += density(low * Math.exp((k + 0.5) * step)) * step;
    return i === sigmas.length - 1 ? sum + low ** (power - 1) / (power - 1) : sum;
  });
  const whole = weights.reduce((s, w) => s + w, 0);
  return sigmas.map((sigma, i) => ({ sigma, weight: weights[i]! / whole }));
}

/** A part as it is carried out: on cells of a side, with a Gaussian of its own there. */
interface Level {
  cell: number;
  /** The side of its cells in those of the level before: 1 where they are the same. */
  factor: number;
  /** From its middle outward, times the root of the part's share: rows and columns both weigh. */
  weights: Float64Array;
}

/** σ is at least so many cells; of cells of two px, which keep closer to the Gaussian, fewer do. */
const CELL_SIGMA = 1.6;
const PAIR_SIGMA = 1.2;

/** How parts are carried out. What sharing among cells, and spreading them again, adds to each is taken off its Gaussian. */
function planned(parts: readonly Part[]): Level[] {
  let [cell, shared, spread] = [1, 0, 0];
  return parts.map(({ sigma, weight }) => {
    let next = cell;
    while (sigma / (next * 2) >= (next === 1 ? PAIR_SIGMA : CELL_SIGMA)) next *= 2;
    const factor = next / cell;
    if (factor > 1) {
      shared = shared / factor ** 2 + sharingVariance(factor);
      spread = spread / factor ** 2 + SPREADING_VARIANCE;
    }
    cell = next;
    const own = Math.sqrt(Math.max(0, (sigma / cell) ** 2 - shared - spread));
    const weights = gaussianWeights(own).map((w) => w * Math.sqrt(weight));
    return { cell, factor, weights };
  });
}

/** How far a halo carries a value, px: as far as its widest Gaussian, and the cells about it. */
export const haloMargin = (halo: Halo): number => marginOfParts(haloParts(halo));

/** The same of its parts. */
export const marginOfParts = (parts: readonly Part[]): number => marginOf(planned(parts));

const marginOf = (levels: readonly Level[]): number =>
  Math.max(...levels.map(({ cell, weights }) => (weights.length + (cell > 1 ? 5 : -1)) * cell));

/**
 * A buffer (4 channels) or plane (1 channel) under parts of a halo, over what `wanted` shares with the region that they can
 * reach. Outside the buffer is transparent; nothing is cut.
 */
export function blurredByParts<T extends ColourBuffer | Plane>(
  source: T,
  parts: readonly Part[],
  wanted: Region,
): T {
  const levels = planned(parts);
  const margin = marginOf(levels);
  const region = intersect(grow(source.region, margin), wanted);
  if (isEmpty(region)) return unwritten(EMPTY, source.channels) as T;
  // Light that lies beyond reach of what is wanted need not be shared among cells.
  const seen = intersect(source.region, grow(region, 2 * margin));
  if (isEmpty(seen)) return unwritten(EMPTY, source.channels) as T;
  const below = (from: T, at: Region, light: Region, i: number): T => {
    const { factor, weights } = levels[i]!;
    return scoped(() => {
      const cells = factor > 1 ? shareAmongCells(from, cellRegion(light, factor, 1), factor) : from;
      const around = factor > 1 ? cellRegion(at, factor, 2) : at;
      const made = convolve(cells, around, weights);
      if (i + 1 < levels.length)
        addInPlace(
          made,
          below(cells, around, factor > 1 ? cellRegion(light, factor, 1) : light, i + 1),
        );
      return factor > 1 ? spreadCells(made, at, factor) : made;
    });
  };
  return below(source, region, seen, 0);
}

/** As `blurredByParts`, of a whole halo. */
export const haloBlur = <T extends ColourBuffer | Plane>(
  source: T,
  halo: Halo,
  wanted: Region,
): T => blurredByParts(source, haloParts(halo), wanted);

/** Adds what lies over the same region, in place. */
function addInPlace(to: ColourBuffer | Plane, by: ColourBuffer | Plane): void {
  const { region, channels } = to;
  onHeap((at) =>
    run('addRows', region.height, region.width * channels * 2, [
      ...rowsOf(at, to, region, 'write'),
      ...rowsOf(at, by, region),
      region.width * channels,
    ]),
  );
}
