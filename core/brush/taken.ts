import type { Grounds } from '../definitions/source';
import type { Affine } from '../geometry/affine';
import { applyToWay } from '../geometry/affine';
import { projective } from '../geometry/homography';
import { warped } from '../kernels/resample';
import { pasted } from '../kernels/rows';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, covering, grow, squaresOf, translated } from '../pixels/region';

/** Colours that strokes take from elsewhere. */

/** What lies beneath is asked for in squares of so many px: strokes that lie close to one another ask for the same. */
const SQUARE = 512;
/** A spline between px reaches so far. */
const SPLINE = 3;

type Ground = NonNullable<Grounds[keyof Grounds]>;

/** The colours of a ground over exactly a region, by way of whole squares. */
function gathered(ground: Ground, region: Region): ColourBuffer {
  const out = colourBuffer(region);
  for (const square of squaresOf(region, SQUARE))
    scoped(() => void pasted(out, ground.colours(square)));
  return out;
}

/**
 * What a stroke takes for a region (px of the render): premultiplied RGBA over exactly that, of the ground as far away as its
 * offset says (own px, under the linear part of `map`); bicubic where that is no whole number of px. Nothing without a ground.
 */
export function takenFor(
  ground: Ground | undefined,
  [x, y]: readonly [x: number, y: number],
  map: Affine,
  region: Region,
): ColourBuffer {
  if (!ground) return unwritten(EMPTY, 4);
  const { x: dx, y: dy } = applyToWay(map, { x, y });
  const [wholeX, wholeY] = [Math.round(dx), Math.round(dy)];
  if (Math.abs(dx - wholeX) < 1e-3 && Math.abs(dy - wholeY) < 1e-3) {
    const { data } = gathered(ground, translated(region, wholeX, wholeY));
    return { channels: 4, region, data };
  }
  const [left, top] = [region.x + dx, region.y + dy];
  const far = covering(left, top, left + region.width, top + region.height);
  const seen = gathered(ground, grow(far, SPLINE));
  return warped(seen, projective([1, 0, 0, 1, -dx, -dy]), region);
}
