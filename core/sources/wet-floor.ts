import type { Grounds } from '../definitions/source';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { add, lookUp, times } from '../kernels/planes';
import { copied, level, toneOf } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';
import type { ReflectionValues } from './reflection-parameters';

/** The texture of a floor is looked at about so many px wide, σ. */
const TEXTURE = 2;

/** Where a floor is dark and smooth, 0–1: as it is seen, without the light that it mirrors. */
export function wetness(
  { darkness, smoothness }: ReflectionValues,
  scale: number,
  region: Region,
  floor: NonNullable<Grounds['beneath']>,
): Plane {
  const sigma = Math.max(0.7, TEXTURE * scale);
  const around = grow(region, 3 * blurMargin(sigma));
  const tone = toneOf(floor.colours(around));
  const soft = crop(gaussianBlur(tone, sigma, around), around);
  const wet = copied(crop(gaussianBlur(soft, 2 * sigma, region), region));
  // From all of it, half as light as the limit, to none.
  const limit = darkness / 100;
  level(wet, -2 / limit, 2);
  lookUp(wet, Float32Array.of(0, 1));
  if (smoothness === 0) return wet;
  // How far each px is from what lies about it.
  const rough = copied(tone);
  const less = copied(soft);
  level(less, -1, 0);
  add(rough, less);
  rough.data.forEach((n, i) => (rough.data[i] = Math.abs(n)));
  const even = copied(crop(gaussianBlur(rough, 2 * sigma, region), region));
  level(even, -(smoothness / 100) * 24, 1);
  lookUp(even, Float32Array.of(0, 1));
  times(wet, even);
  return wet;
}
