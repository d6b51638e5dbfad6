import type { Affine } from '../geometry/affine';
import { multiply, scaling } from '../geometry/affine';
import type { Cap, Join } from '../geometry/outline';
import { strokeOutline } from '../geometry/outline';
import type { Strand } from '../geometry/strand';
import { blurCells } from '../kernels/blur';
import type { FillRule } from '../kernels/coverage';
import { coverage, polygonRegion } from '../kernels/coverage';
import { cellRegion, shareAmongCells, sharingVariance } from '../kernels/cells';
import { convolve } from '../kernels/convolve';
import { cellMargin, planBlur } from '../kernels/gaussian';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';

/** Greatest distance between a drawn curve and the true one, px of the grid it is drawn on. */
export const TOLERANCE = 0.02;

/**
 * The variance, cells², of cells filled from exact areas of half their side: that of an area, less
 * the px of its own that any coverage has, and that of sharing four halves.
 */
const drawnVariance = (cell: number): number => {
  const half = cell / 2;
  return (half * half - 1) / 12 / (cell * cell) + sharingVariance(2);
};

/** How far beyond its outlines a shape blurred by σ px may have coverage, px of the render. */
export const shapeReach = (sigma: number): number => {
  const plan = planBlur(sigma, drawnVariance);
  return 1 + plan.cell + plan.margin;
};

/** Polygons (x and y in turn) of a shape under a map to a grid whose squares are `square` px of the render. */
export type Outlines = (grid: Affine, square: number) => Float64Array[];

/**
 * The coverage of a shape under a Gaussian blur of σ px, over what `wanted` shares with it; `map` is from
 * the shape's own px to px of the render.
 *
 * A shape that will be blurred by many px is drawn at once on a grid nearly as coarse as the blur's
 * own: exact areas lose nothing, and the cost does not grow with size or blur.
 */
export function shapePlane(
  outlines: Outlines,
  rule: FillRule,
  map: Affine,
  sigma: number,
  wanted: Region,
): Plane {
  const plan = planBlur(sigma, drawnVariance);
  // Cells of the blur hold two by two of the squares that the shape is drawn on.
  const square = Math.max(1, plan.cell / 2);
  const outline = outlines(multiply(scaling(1 / square), map), square);
  const own = polygonRegion(outline);
  if (isEmpty(own)) return plane(EMPTY);
  const reached = grow(
    {
      x: own.x * square,
      y: own.y * square,
      width: own.width * square,
      height: own.height * square,
    },
    plan.margin,
  );
  const region = intersect(reached, wanted);
  if (isEmpty(region)) return plane(EMPTY);
  if (plan.cell === 1) {
    const sharp = coverage(outline, rule, grow(region, plan.margin));
    if (plan.margin === 0) return sharp;
    return convolve(sharp, region, plan.weights, 1);
  }
  const reach = cellRegion(region, plan.cell, cellMargin(plan));
  const drawn = coverage(outline, rule, doubled(grow(reach, 1)));
  const cells = intersect(reach, cellRegion(drawn.region, 2, 1));
  return blurCells(shareAmongCells(drawn, cells, 2, 1), region, plan, 1);
}

/** The outlines of strands (px of a grid) stroked at half widths of `half` times their own. */
export const stroked = (
  strands: readonly Strand[],
  half: number,
  cap: Cap,
  join: Join,
): Float64Array[] =>
  strands.flatMap((s) =>
    strokeOutline(s, {
      half: s.width.every((w) => w === 1) ? half : s.width.map((w) => w * half),
      cap,
      join,
      tolerance: TOLERANCE,
    }),
  );

/** A region of cells as one of their halves. */
const doubled = (r: Region): Region => ({
  x: 2 * r.x,
  y: 2 * r.y,
  width: 2 * r.width,
  height: 2 * r.height,
});
