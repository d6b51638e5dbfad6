import type { Ramp } from '@ignis/core/pixels/ramp';
import { rampColour, rampOpacity } from '@ignis/core/pixels/ramp';

/** A ramp as a gradient of CSS from left to right, by so many places; `solid`, without its opacities. */
export const rampCss = (ramp: Ramp, places: number, solid = false): string =>
  `linear-gradient(to right, ${Array.from({ length: places }, (_, i) =>
    cssAt(ramp, (100 * i) / (places - 1), solid),
  ).join()})`;

function cssAt(ramp: Ramp, at: number, solid: boolean): string {
  const alpha = solid ? 255 : Math.round(rampOpacity(ramp, at) * 2.55);
  return `${rampColour(ramp, at)}${alpha.toString(16).padStart(2, '0')} ${at}%`;
}
