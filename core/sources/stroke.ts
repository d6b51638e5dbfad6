import type { Affine } from '../geometry/affine';
import { multiply, scaling } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import type { Cap, Join } from '../geometry/outline';
import { arcTurn, strokeOutline } from '../geometry/outline';
import type { Path } from '../geometry/path';
import { blurCells } from '../kernels/blur';
import { coverage, polygonRegion } from '../kernels/coverage';
import { cellMargin, cellRegion, convolve, planBlur } from '../kernels/gaussian';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';

/** Greatest distance between a drawn curve and the true one, px of the grid it is drawn on. */
const TOLERANCE = 0.04;

/** How one stroke is drawn, in px of the render. */
export interface Stroke {
  half: number;
  sigma: number;
  cap: Cap;
  join: Join;
}

/**
 * The coverage of a blurred stroke along a path under a map, over what `wanted` shares with it.
 *
 * A stroke that will be blurred by many px is drawn on the blur's own grid of cells: exact areas are
 * cell averages, so nothing is lost, and the cost does not grow with width or blur.
 */
export function strokePlane(path: Path, map: Affine, stroke: Stroke, wanted: Region): Plane {
  const plan = planBlur(stroke.sigma);
  const half = stroke.half / plan.cell;
  const line = flatten(path, multiply(scaling(1 / plan.cell), map), {
    tolerance: TOLERANCE,
    turn: arcTurn(half, TOLERANCE),
  });
  const outline = strokeOutline(line, {
    half,
    cap: stroke.cap,
    join: stroke.join,
    tolerance: TOLERANCE,
  });
  const own = polygonRegion(outline);
  if (isEmpty(own)) return plane(EMPTY);
  const reached = grow(
    {
      x: own.x * plan.cell,
      y: own.y * plan.cell,
      width: own.width * plan.cell,
      height: own.height * plan.cell,
    },
    plan.margin,
  );
  const region = intersect(reached, wanted);
  if (isEmpty(region)) return plane(EMPTY);
  if (plan.cell === 1) {
    const sharp = coverage(outline, 'nonzero', grow(region, plan.margin));
    if (plan.margin === 0) return sharp;
    return { region, data: convolve(sharp.data, sharp.region, region, plan.weights, 1) };
  }
  const cells = coverage(outline, 'nonzero', cellRegion(region, plan.cell, cellMargin(plan)));
  return { region, data: blurCells(cells.data, cells.region, region, plan, 1) };
}
