import type { Superpixels } from './superpixels';

/**
 * What stands out of a picture, by how little of the frame it takes (Zhu et al., "Saliency optimization from robust background
 * detection", CVPR 2014): what runs along much of the frame for its size is background; a subject that the frame cuts is not.
 */

/** How far colours may differ and belong together; 0–255. */
const ALIKE = 14;
/** The connectivity to the frame from which a patch is taken for background. */
const CONNECTED = 1;
/** How near patches count, a share of the longer side. */
const NEAR = 0.25;
/** The least hold of neighbours on one another, however much they differ. */
const HOLD = 0.1;

const rise = (distance: number, sigma: number) =>
  1 - Math.exp(-(distance * distance) / (2 * sigma * sigma));

/** How patches stand to one another. */
export interface Relations {
  /** Which lie side by side. */
  beside: readonly ReadonlySet<number>[];
  /** 1 for those along the frame. */
  atFrame: Uint8Array;
  /** The distance of the colours of every two, `count` × `count`. */
  apart: Float64Array;
  /** The longer side of the picture, px. */
  side: number;
}

export function relations(patches: Superpixels, width: number, height: number): Relations {
  const { of, count } = patches;
  const beside = Array.from({ length: count }, () => new Set<number>());
  const atFrame = new Uint8Array(count);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const k = of[i]!;
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) atFrame[k] = 1;
      for (const j of [x + 1 < width ? of[i + 1]! : k, y + 1 < height ? of[i + width]! : k])
        if (j !== k) {
          beside[k]!.add(j);
          beside[j]!.add(k);
        }
    }
  return { beside, atFrame, apart: colourDistances(patches), side: Math.max(width, height) };
}

/** The distance of colours of every two patches, `count` × `count`. */
function colourDistances({ colours, count }: Superpixels): Float64Array {
  const out = new Float64Array(count * count);
  for (let a = 0; a < count; a++)
    for (let b = 0; b < a; b++) {
      const far = Math.hypot(
        colours[3 * a]! - colours[3 * b]!,
        colours[3 * a + 1]! - colours[3 * b + 1]!,
        colours[3 * a + 2]! - colours[3 * b + 2]!,
      );
      out[a * count + b] = out[b * count + a] = far;
    }
  return out;
}

/** The least sum of steps between every two patches, by a table of the steps (Floyd–Warshall); changes it. */
function shortest(steps: Float64Array, count: number): Float64Array {
  for (let k = 0; k < count; k++)
    for (let a = 0; a < count; a++) {
      const first = steps[a * count + k]!;
      if (first === Infinity) continue;
      for (let b = 0; b < count; b++) {
        const sum = first + steps[k * count + b]!;
        if (sum < steps[a * count + b]!) steps[a * count + b] = sum;
      }
    }
  return steps;
}

/** How likely each patch is to be background by how much of the frame it takes: 0–1. */
export function backgroundChance(patches: Superpixels, related: Relations): Float64Array {
  const { count } = patches;
  const { beside, atFrame, apart } = related;
  const steps = new Float64Array(count * count).fill(Infinity);
  // What differs less than neighbours commonly do is no step at all.
  const common = beside.map((set, a) => Math.min(...[...set].map((b) => apart[a * count + b]!)));
  const clip = common.reduce((sum, v) => sum + (Number.isFinite(v) ? v : 0), 0) / count;
  for (let a = 0; a < count; a++) {
    steps[a * count + a] = 0;
    for (let b = 0; b < count; b++)
      if (beside[a]!.has(b) || (atFrame[a] && atFrame[b] && a !== b))
        steps[a * count + b] = Math.max(0, apart[a * count + b]! - clip);
  }
  shortest(steps, count);
  const mean = patches.of.length / count;
  return Float64Array.from({ length: count }, (_, a) => {
    let [area, along] = [0, 0];
    for (let b = 0; b < count; b++) {
      const alike = (1 - rise(steps[a * count + b]!, ALIKE)) * (patches.sizes[b]! / mean);
      area += alike;
      if (atFrame[b]) along += alike;
    }
    return rise(along / Math.sqrt(area), CONNECTED);
  });
}

/** How much each patch stands out, 0–1: far in colour from likely background near by, and like its neighbours. */
export function saliency(
  patches: Superpixels,
  related: Relations,
  background: Float64Array,
): Float64Array {
  const { count, places } = patches;
  const { beside, apart, side } = related;
  const reach = NEAR * side;
  const contrast = Float64Array.from({ length: count }, (_, a) => {
    let sum = 0;
    for (let b = 0; b < count; b++) {
      const far = Math.hypot(
        places[2 * a]! - places[2 * b]!,
        places[2 * a + 1]! - places[2 * b + 1]!,
      );
      sum += apart[a * count + b]! * (1 - rise(far, reach)) * background[b]! * patches.sizes[b]!;
    }
    return sum;
  });
  const most = Math.max(...contrast) || 1;
  // The least squares of the source, solved by going round: every row is outweighed by its own patch.
  const found = contrast.map((c) => c / most);
  const wanted = found.slice();
  for (let round = 0; round < 100; round++)
    for (let a = 0; a < count; a++) {
      let [sum, weight] = [wanted[a]!, background[a]! + wanted[a]!];
      for (const b of beside[a]!) {
        const hold = 1 - rise(apart[a * count + b]!, ALIKE) + HOLD;
        sum += hold * found[b]!;
        weight += hold;
      }
      found[a] = weight > 0 ? sum / weight : 0;
    }
  return found;
}
