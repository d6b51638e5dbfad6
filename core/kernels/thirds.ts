import type { ColourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, intersect } from '../pixels/region';

/**
 * Means along ways of any length: of three samples a third of the way apart, of which each is such a mean in turn, until samples lie
 * a px apart.
 */

/** How many such stages a way of some length takes, px. */
export const stagesFor = (length: number): number =>
  Math.ceil(Math.log(Math.max(3, length)) / Math.log(3));

/**
 * Pixels over a region after all stages of a way of `length` px; nothing comes from or goes beyond `all`. `third` makes the means of
 * a stage over a part: from 1, the coarsest, on, its samples lie 1/3 ** stage of the way to either side.
 */
export const byThirds = (
  pixels: ColourBuffer,
  region: Region,
  all: Region,
  length: number,
  third: (pixels: ColourBuffer, part: Region, stage: number) => ColourBuffer,
): ColourBuffer =>
  scoped(() => {
    const stages = stagesFor(length);
    let made = pixels;
    for (let stage = 1; stage <= stages; stage++) {
      // The stages to come look at most so far: the sum of all their steps.
      const left = Math.ceil(length / 3 ** stage / 2) + 2 * (stages - stage);
      const part = stage === stages ? region : intersect(grow(region, left), all);
      made = third(made, part, stage);
    }
    return made;
  });
