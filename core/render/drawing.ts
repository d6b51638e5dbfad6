import type { Affine } from '../geometry/affine';
import { boxOfRegion, boxUnder, regionAround } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { boxBeneath, inverseOf, stretch } from '../geometry/homography';
import { quadOf } from '../geometry/quad';
import type { Region } from '../pixels/region';
import { covering, grow } from '../pixels/region';
import type { Corners } from '../definitions/placement';
import type { BoundLayer } from '../scene/bound/bound';

/** How a layer comes to stand in the render. */
export interface Drawing {
  /** From the layer's own px to the px it is drawn on. */
  map: Affine;
  /** Px it is drawn on for one px of a step's lengths. */
  scale: number;
  /** From there to px of the render; null if they are the same. */
  warp: Homography | null;
}

/** What corners bring near is drawn at most so many times finer than the layer is on the whole. */
const FINEST = 4;
/** Nothing is drawn upright on more px than this. */
const MAX = 48e6;

/** Px that a drawing has for one of a layer's own, so fine as corners show it where they bring it nearest. */
export function finenessOf(seen: Homography, { box }: Corners, mean: number): number {
  const stretches = quadOf(box).flatMap((p) => stretch(seen, p));
  return Math.max(mean / FINEST, Math.min(mean * FINEST, Math.max(...stretches)));
}

/** A fineness lowered until a drawing of a region has no more px than it may. */
export function affordable(k: number, region: Region, most = MAX): number {
  const area = region.width * region.height;
  return area > most ? k * Math.sqrt(most / area) : k;
}

/** How far resampling looks beyond what it draws, px. */
const BEYOND = 3;

/** What of a drawing a region of the render shows; null if that has no end. */
export function drawnRegion(warp: Homography, region: Region): Region | null {
  const back = inverseOf(warp);
  const box = back && boxBeneath(back, boxOfRegion(region));
  return box && regionAround(box, BEYOND);
}

/** What lies between the corners of a layer, on what it is drawn on: all that is seen of one without edges. */
export function betweenCorners({ placement }: BoundLayer, map: Affine): Region {
  const { x0, y0, x1, y1 } = boxUnder(map, placement.corners!.box);
  return covering(x0, y0, x1, y1);
}

/** Where a region of a drawing may show in the render; null if that has no end. */
export function shownRegion(warp: Homography, region: Region): Region | null {
  const box = boxBeneath(warp, boxOfRegion(grow(region, BEYOND)));
  return box && regionAround(box, 1);
}
