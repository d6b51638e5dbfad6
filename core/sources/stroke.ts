import type { Affine } from '../geometry/affine';
import { multiply, scaling } from '../geometry/affine';
import type { Cap, Join } from '../geometry/outline';
import { strokeOutline } from '../geometry/outline';
import type { Strand } from '../geometry/strand';
import { blurCells } from '../kernels/blur';
import { cellRegion, shareAmongCells, sharingVariance } from '../kernels/cells';
import { convolve } from '../kernels/convolve';
import { cellMargin, planBlur } from '../kernels/gaussian';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
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

/** What is drawn on before a blur: a region of a grid of px that `map` leads to. */
export interface Grid {
  map: Affine;
  within: Region;
  /** Whether it will be blurred by several of its px. */
  soft: boolean;
}

/**
 * What to draw on for a Gaussian blur of σ px over `wanted`; `map` is from the drawing's own px to px of the
 * render.
 *
 * What will be blurred by many px is drawn at once on a grid nearly as coarse as the blur's own: exact
 * areas lose nothing, and the cost does not grow with size or blur.
 */
export function beforeBlur(sigma: number, map: Affine, wanted: Region): Grid {
  const plan = planBlur(sigma, drawnVariance);
  if (plan.cell === 1) return { map, within: grow(wanted, plan.margin), soft: false };
  // Cells of the blur hold two by two of the squares that are drawn on.
  const square = plan.cell / 2;
  const within = doubled(grow(cellRegion(wanted, plan.cell, cellMargin(plan)), 1));
  return { map: multiply(scaling(1 / square), map), within, soft: true };
}

/**
 * What was drawn on the grid of `beforeBlur` (4 channels, or a plane of 1), blurred by σ px of the render, over
 * what `wanted` shares with it.
 */
export function afterBlur<T extends Plane | ColourBuffer>(
  drawn: T,
  sigma: number,
  wanted: Region,
): T {
  const { channels } = drawn;
  const plan = planBlur(sigma, drawnVariance);
  const nothing = () => unwritten(EMPTY, channels) as T;
  if (isEmpty(drawn.region)) return nothing();
  const square = Math.max(1, plan.cell / 2);
  if (plan.cell === 1 && plan.margin === 0) return drawn;
  const region = intersect(grow(enlarged(drawn.region, square), plan.margin), wanted);
  if (isEmpty(region)) return nothing();
  if (plan.cell === 1) return convolve(drawn, region, plan.weights);
  const reach = cellRegion(region, plan.cell, cellMargin(plan));
  const cells = intersect(reach, cellRegion(drawn.region, 2, 1));
  return blurCells(shareAmongCells(drawn, cells, 2), region, plan);
}

/** What `draw` draws under a Gaussian blur: `beforeBlur` and `afterBlur`, which see. */
export const underBlur = <T extends Plane | ColourBuffer>(
  sigma: number,
  map: Affine,
  wanted: Region,
  channels: 1 | 4,
  draw: (grid: Grid) => T,
): T =>
  isEmpty(wanted)
    ? (unwritten(EMPTY, channels) as T)
    : afterBlur(draw(beforeBlur(sigma, map, wanted)), sigma, wanted);

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
      cap: s.isEnd ? 'round' : cap,
      join,
      tolerance: TOLERANCE,
    }),
  );

/** A region of squares as one of px that are `by` times as many each way. */
const enlarged = (r: Region, by: number): Region => ({
  x: r.x * by,
  y: r.y * by,
  width: r.width * by,
  height: r.height * by,
});

/** A region of cells as one of their halves. */
const doubled = (r: Region): Region => enlarged(r, 2);
