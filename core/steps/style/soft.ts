import { haloOf, type Tail } from '../../definitions/blurring';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { band, signedDistance } from '../../kernels/contour';
import type { Halo } from '../../kernels/halo';
import { haloBlur, haloMargin } from '../../kernels/halo';
import { clamp } from '../../kernels/planes';
import { copied, level } from '../../kernels/rows';
import type { Plane } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import type { Region } from '../../pixels/region';
import { grow } from '../../pixels/region';

/** How a glow or shadow goes from solid to nothing. */
export interface Spread {
  /** How far it goes, px. */
  reach: number;
  /** The share of that which stays solid, 0–1. */
  core: number;
  /** What takes the place of a soft spread's Gaussian of σ px; left out, nothing. */
  halo?: (sigma: number) => Halo;
}

/** The spread that values of a style set, in px of the render, of which `scale` are one of its lengths. */
export const spreadOf = (
  { reach, core, ...tail }: { reach: number; core: number } & Tail,
  scale: number,
  isHalo: boolean,
): Spread => ({
  ...{ reach: reach * scale, core: core / 100 },
  ...(isHalo && { halo: (sigma) => haloOf(sigma, tail, scale) }),
});

/** σ of a soft spread: the half of how far it goes beyond its core, as in a blur of CSS. */
const sigmaOf = ({ reach, core }: Spread): number => (reach * (1 - core)) / 2;

/** How far beyond a region the shape must be known for a spread, px. */
export const spreadMargin = (spread: Spread, soft: boolean): number =>
  Math.ceil(spread.reach * spread.core) + 4 + (soft ? softMargin(spread) : Math.ceil(spread.reach));

/** The same of what is soft of it. */
const softMargin = (spread: Spread): number =>
  spread.halo ? haloMargin(spread.halo(sigmaOf(spread))) : blurMargin(sigmaOf(spread));

/** A shape grown by its core and softened by a Gaussian: 1 to 0 over the reach, half of it at the core's edge; or by a halo. */
export function softSpread(shape: Plane, spread: Spread, region: Region): Plane {
  const sigma = sigmaOf(spread);
  const solid = spread.reach * spread.core;
  const far = grow(region, softMargin(spread));
  return scoped(() => {
    const body = solid > 0 ? grownOver(shape, solid, far) : shape;
    const soft = spread.halo
      ? haloBlur(body, spread.halo(sigma), region)
      : gaussianBlur(body, sigma, region);
    return crop(soft, region);
  });
}

const grownOver = (shape: Plane, by: number, region: Region): Plane =>
  band(signedDistance(shape, grow(region, Math.ceil(by) + 2), { reach: by + 1 }), -Infinity, by);

/** 1 on the shape and its core, then falling evenly with the distance, to 0 at the reach. */
export function evenSpread(shape: Plane, spread: Spread, region: Region): Plane {
  const solid = spread.reach * spread.core;
  const width = spread.reach - solid;
  return scoped(() => {
    const far = grow(region, Math.ceil(spread.reach) + 2);
    const d = signedDistance(shape, far, { reach: spread.reach + 1 });
    // One px at least, so that a spread of no reach has the edges of the shape.
    const w = Math.max(1, width);
    const lift = width < 1 ? (1 - width) / 2 : 0;
    level(d, -1 / w, 1 + solid / w - lift);
    clamp(d);
    return crop(d, region);
  });
}

/** A region, and as far beyond it as a shift of its pixels looks. */
export const seenFrom = (region: Region, dx: number, dy: number): Region =>
  grow(region, dx === 0 && dy === 0 ? 0 : Math.ceil(Math.max(Math.abs(dx), Math.abs(dy))) + 1);

/** What a shape leaves free of a region. */
export function inverse(shape: Plane, region: Region): Plane {
  const made = copied(crop(shape, region));
  level(made, -1, 1);
  return made;
}
