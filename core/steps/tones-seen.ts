import type { Seen } from '../definitions/seen';
import { COVERAGE, encodedColour, lumaOf } from '../fields/colours';
import { compile } from '../fields/compile';
import { add, min, multiply, subtract } from '../fields/field';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { numbersOf } from '../kernels/field';
import { alphaOf } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';

/**
 * How light what is seen of a layer is over a region, 0 (black) to 1 (white and more), softened by σ px of the render; where
 * it is not covered, `absent`.
 */
export function tonesSeen(
  seen: Seen,
  region: Region,
  mixing: Mixing,
  { soften, absent }: { soften: number; absent: number },
): Plane {
  const about = grow(region, blurMargin(soften));
  const covered = multiply(COVERAGE, min(1, lumaOf(encodedColour(mixing))));
  const tone = add(covered, multiply(absent, subtract(1, COVERAGE)));
  const tones = alphaOf(numbersOf(compile([0, 0, 0, tone]), seen.colours(about), about));
  return soften > 0 ? gaussianBlur(tones, soften, region) : tones;
}
