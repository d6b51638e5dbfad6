/**
 * The grid of n × n px cells that blurs stand on (see kernels/cells.ts for the mathematics). Between the middles of cells g
 * and g + 1 lie n px, from g·n + n/2: a gap.
 */

/** Floats of a row that are worked on at a time where rows are added up: their sums stay in the nearest cache. */
export const STRIP: i32 = 2048;

/** The whole number that is not above a / n, for n > 0. */
// @ts-ignore: decorator
@inline
export function floorDiv(a: i32, n: i32): i32 {
  return (a >= 0 ? a : a - n + 1) / n;
}
