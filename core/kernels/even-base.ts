import { COVERAGE } from '../fields/colours';
import { compile } from '../fields/compile';
import type { Term } from '../fields/field';
import { OTHER, add, divide, max, multiply, subtract } from '../fields/field';
import type { ColourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { intersect } from '../pixels/region';
import { blurMargin, gaussianBlur } from './blur';
import { numbersOf } from './field';

/**
 * A px averages the fits of windows so near, in sizes of windows: those centred beyond an edge know little of its own side, and would
 * leave halos.
 */
const NEAR = 0.25;

/** How far `evenBase` looks beyond a region, px. */
export const evenMargin = (sigma: number): number => blurMargin(sigma) + blurMargin(NEAR * sigma);

/**
 * A tone of the px of a buffer (a term of its colours) made even within edges, over what `wanted` shares with it: the guided filter
 * with the tone as its own guide (He, Sun and Tang, PAMI 2013), its windows Gaussians of σ px, weighted by coverage. `even` is the
 * variance up to which tones are those of one thing. Four floats a px, which `baseOf` reads.
 */
export function evenBase(
  input: ColourBuffer,
  sigma: number,
  even: number,
  tone: Term,
  wanted: Region,
): ColourBuffer {
  const { region } = input;
  return scoped(() => {
    const weighed = multiply(COVERAGE, tone);
    const sums = compile([weighed, multiply(weighed, tone), COVERAGE, 0]);
    const first = gaussianBlur(numbersOf(sums, input, region), sigma, region);
    const whole = max(1e-6, OTHER[2]);
    const mean = divide(OTHER[0], whole);
    const variance = max(0, subtract(divide(OTHER[1], whole), multiply(mean, mean)));
    const slope = divide(variance, add(variance, even));
    const offset = multiply(mean, subtract(1, slope));
    const fits = compile([multiply(slope, COVERAGE), multiply(offset, COVERAGE), COVERAGE, 0]);
    const fitted = numbersOf(fits, input, region, { other: first });
    return gaussianBlur(fitted, NEAR * sigma, intersect(region, wanted));
  });
}

/** The base of `evenBase` for the tone of a px, as a term of a program that reads it as `OTHER`. */
export const baseOf = (tone: Term): Term =>
  divide(add(multiply(OTHER[0], tone), OTHER[1]), max(1e-6, OTHER[2]));
