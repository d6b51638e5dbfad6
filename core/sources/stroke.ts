import type { Affine } from '../geometry/affine';
import { multiply, scaling } from '../geometry/affine';
import type { Cap, Join } from '../geometry/outline';
import { strokeOutline } from '../geometry/outline';
import type { Strand } from '../geometry/strand';
import { blurCells } from '../kernels/blur';
import {
  SPREADING_VARIANCE,
  cellRegion,
  shareAmongCells,
  sharingVariance,
  spreadCells,
} from '../kernels/cells';
import { convolve } from '../kernels/convolve';
import { cellMargin, planBlur } from '../kernels/gaussian';
import type { Halo, Part } from '../kernels/halo';
import { blurredByParts, haloParts, marginOfParts } from '../kernels/halo';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
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

/** How something is blurred, px: σ of a Gaussian, or a halo. */
export type Blur = number | Halo;

/** How far beyond its outlines a shape that is blurred may have coverage, px of the render. */
export const shapeReach = (blur: Blur): number => {
  if (typeof blur !== 'number') {
    const square = squareOf(blur);
    return 1 + square * (3 + marginOfParts(onSquares(blur, square)));
  }
  const plan = planBlur(blur, drawnVariance);
  return 1 + plan.cell + plan.margin;
};

/** The side of the squares that a shape under a halo is drawn on: those of its finest Gaussian. */
const squareOf = (halo: Halo): number =>
  Math.max(1, planBlur(haloParts(halo)[0]!.sigma, drawnVariance).cell / 2);

/** The Gaussians of a halo, px of squares: without what drawing on squares and spreading them again blurs. */
function onSquares(halo: Halo, square: number): Part[] {
  const added = square > 1 ? SPREADING_VARIANCE + (1 - 1 / square ** 2) / 12 : 0;
  return haloParts(halo).map(({ sigma, weight }) => ({
    sigma: Math.sqrt(Math.max(0, (sigma / square) ** 2 - added)),
    weight,
  }));
}

/** What is drawn on before a blur: a region of a grid of px that `map` leads to. */
export interface Grid {
  map: Affine;
  within: Region;
  /** Whether it will be blurred by several of its px. */
  soft: boolean;
}

/**
 * What to draw on for a blur over `wanted`; `map` is from the drawing's own px to px of the
 * render.
 *
 * What will be blurred by many px is drawn at once on a grid nearly as coarse as the blur's own: exact
 * areas lose nothing, and the cost does not grow with size or blur.
 */
export function beforeBlur(blur: Blur, map: Affine, wanted: Region): Grid {
  if (typeof blur !== 'number') {
    const square = squareOf(blur);
    const margin = marginOfParts(onSquares(blur, square));
    const near = square === 1 ? wanted : cellRegion(wanted, square, 2);
    const grid = square === 1 ? map : multiply(scaling(1 / square), map);
    return { map: grid, within: grow(near, margin), soft: square > 1 };
  }
  const plan = planBlur(blur, drawnVariance);
  if (plan.cell === 1) return { map, within: grow(wanted, plan.margin), soft: false };
  // Cells of the blur hold two by two of the squares that are drawn on.
  const square = plan.cell / 2;
  const within = doubled(grow(cellRegion(wanted, plan.cell, cellMargin(plan)), 1));
  return { map: multiply(scaling(1 / square), map), within, soft: true };
}

/**
 * What was drawn on the grid of `beforeBlur` (4 channels, or a plane of 1), under the same blur, over what `wanted`
 * shares with it.
 */
export function afterBlur<T extends Plane | ColourBuffer>(drawn: T, blur: Blur, wanted: Region): T {
  const { channels } = drawn;
  const nothing = () => unwritten(EMPTY, channels) as T;
  if (isEmpty(drawn.region)) return nothing();
  if (typeof blur !== 'number') return afterHalo(drawn, blur, wanted);
  const plan = planBlur(blur, drawnVariance);
  const square = Math.max(1, plan.cell / 2);
  if (plan.cell === 1 && plan.margin === 0) return drawn;
  const region = intersect(grow(enlarged(drawn.region, square), plan.margin), wanted);
  if (isEmpty(region)) return nothing();
  if (plan.cell === 1) return convolve(drawn, region, plan.weights);
  const reach = cellRegion(region, plan.cell, cellMargin(plan));
  const cells = intersect(reach, cellRegion(drawn.region, 2, 1));
  return blurCells(shareAmongCells(drawn, cells, 2), region, plan);
}

/** The same of a halo. */
function afterHalo<T extends Plane | ColourBuffer>(drawn: T, halo: Halo, wanted: Region): T {
  const square = squareOf(halo);
  const parts = onSquares(halo, square);
  if (square === 1) return blurredByParts(drawn, parts, wanted);
  const far = grow(enlarged(drawn.region, square), square * (marginOfParts(parts) + 2));
  const region = intersect(far, wanted);
  if (isEmpty(region)) return unwritten(EMPTY, drawn.channels) as T;
  return scoped(() => {
    const near = cellRegion(region, square, 2);
    return spreadCells(crop(blurredByParts(drawn, parts, near), near), region, square);
  });
}

/** What `draw` draws under a blur: `beforeBlur` and `afterBlur`, which see. */
export const underBlur = <T extends Plane | ColourBuffer>(
  blur: Blur,
  map: Affine,
  wanted: Region,
  channels: 1 | 4,
  draw: (grid: Grid) => T,
): T =>
  isEmpty(wanted)
    ? (unwritten(EMPTY, channels) as T)
    : afterBlur(draw(beforeBlur(blur, map, wanted)), blur, wanted);

/** The outlines of strands (px of a grid) stroked at half widths of `half` times their own. */
export const stroked = (
  strands: readonly Strand[],
  half: number,
  cap: Cap,
  join: Join,
  miterLimit?: number,
): Float64Array[] =>
  strands.flatMap((s) =>
    strokeOutline(s, {
      half: s.width.every((w) => w === 1) ? half : s.width.map((w) => w * half),
      cap: s.isEnd ? 'round' : cap,
      ...{ join, miterLimit },
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
