import type { Grounds } from '../definitions/source';
import type { Affine } from '../geometry/affine';
import { boxUnder, boxOfRegion, invert, meanScale, regionAround } from '../geometry/affine';
import { haloBlur } from '../kernels/halo';
import { addMapped } from '../kernels/lay-light';
import type { ColourBuffer } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';

/** The light of the scene as air scatters it: around every lamp and tube, less with the distance. */

/** The longer side of the small picture of all lights, px. */
const SIDE = 240;
/** How steeply scattered light falls off with the distance. */
const POWER = 1.25;

/** All lights of a scene as they are scattered, over a small picture of it, and the way there from px of the render. */
export interface ScatteredLight {
  pixels: ColourBuffer;
  back: Affine;
}

/** The lights scattered so far (px of the render), as a region of it sees them; no light is lost. It belongs to the scope. */
export function scatteredLight(
  lights: NonNullable<Grounds['lights']>,
  reach: number,
  region: Region,
): ScatteredLight {
  const { pixels, map } = lights.coarse(SIDE);
  const back = invert(map)!;
  const far = Math.max(1.5, reach / meanScale(map));
  const halo = { core: Math.max(0.8, far / 5), power: POWER, reach: 2 * far };
  const wanted = regionAround(boxUnder(back, boxOfRegion(region)), 3);
  return { pixels: haloBlur(pixels, halo, wanted), back };
}

/** Adds scattered light to a buffer, in place, times a factor for each channel. */
export const addScattered = (to: ColourBuffer, { pixels, back }: ScatteredLight, by: Rgb): void =>
  addMapped(to, pixels, back, by);
