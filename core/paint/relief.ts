import type { Lamp } from '../definitions/step';
import { shine } from '../kernels/grade';
import { relief } from '../kernels/planes';
import { copied, level } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { towards } from './lamp';

/**
 * Shades pixels in place by the heights (px) of their surface, which are known a px farther on every side: as much more light, or
 * less, as the lamp throws there than on level ground.
 */
export function shadeByRelief(
  pixels: ColourBuffer,
  heights: Plane,
  lamp: Lamp,
  mixing: Mixing,
): void {
  const light = towards(lamp);
  const lit = copied(crop(relief(heights, light), pixels.region));
  level(lit, 1 / Math.max(0.05, light[2]), 0);
  shine(pixels, lit, mixing);
}
