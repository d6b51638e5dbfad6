import type { Affine } from '../geometry/affine';
import { multiply, scaling } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import type { Cap, Join } from '../geometry/outline';
import { arcTurn, strokeOutline } from '../geometry/outline';
import type { Path } from '../geometry/path';
import { blurCells } from '../kernels/blur';
import { coverage, polygonRegion } from '../kernels/coverage';
import { cellRegion, shareAmongCells, sharingVariance } from '../kernels/cells';
import { convolve } from '../kernels/convolve';
import { cellMargin, planBlur } from '../kernels/gaussian';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';

/** Greatest distance between a drawn curve and the true one, px of the grid it is drawn on. */
const TOLERANCE = 0.02;

/** How one stroke is drawn, in px of the render. */
export interface Stroke {
  half: number;
  sigma: number;
  cap: Cap;
  join: Join;
}

/**
 * The variance, cells², of cells filled from exact areas of half their side: that of an area, less
 * the px of its own that any coverage has, and that of sharing four halves.
 */
const drawnVariance = (cell: number): number => {
  const half = cell / 2;
  return (half * half - 1) / 12 / (cell * cell) + sharingVariance(2);
};

/**
 * The coverage of a blurred stroke along a path under a map, over what `wanted` shares with it.
 *
 * A stroke that will be blurred by many px is drawn at once on a grid nearly as coarse as the blur's
 * own: exact areas lose nothing, and the cost does not grow with width or blur.
 */
export function strokePlane(path: Path, map: Affine, stroke: Stroke, wanted: Region): Plane {
  const plan = planBlur(stroke.sigma, drawnVariance);
  // Cells of the blur hold two by two of the squares that the stroke is drawn on.
  const square = Math.max(1, plan.cell / 2);
  const half = stroke.half / square;
  const line = flatten(path, multiply(scaling(1 / square), map), {
    tolerance: TOLERANCE,
    turn: arcTurn(half, TOLERANCE),
  });
  const style = { half, cap: stroke.cap, join: stroke.join, tolerance: TOLERANCE };
  const outline = strokeOutline(line, style);
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
    const sharp = coverage(outline, 'nonzero', grow(region, plan.margin));
    if (plan.margin === 0) return sharp;
    return convolve(sharp, region, plan.weights, 1);
  }
  const reach = cellRegion(region, plan.cell, cellMargin(plan));
  const drawn = coverage(outline, 'nonzero', doubled(grow(reach, 1)));
  const cells = intersect(reach, cellRegion(drawn.region, 2, 1));
  return blurCells(shareAmongCells(drawn, cells, 2, 1), region, plan, 1);
}

/** A region of cells as one of their halves. */
const doubled = (r: Region): Region => ({
  x: 2 * r.x,
  y: 2 * r.y,
  width: 2 * r.width,
  height: 2 * r.height,
});
