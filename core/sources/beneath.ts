import type { Grounds, SourceContext } from '../definitions/source';
import type { Box } from '../geometry/affine';
import { copied } from '../kernels/rows';
import type { ColourBuffer } from '../pixels/buffer';
import { drawOutEdges } from '../pixels/drawn-out-edges';
import type { Region } from '../pixels/region';

/**
 * What the scene shows beneath a layer over a region (px of the render), as if it went on beyond the edges of the scene: what is
 * blurred or bent there takes nothing dark from outside. It belongs to the scope.
 */
export function beneathBeyond(
  beneath: NonNullable<Grounds['beneath']>,
  region: Region,
  { scene }: Pick<SourceContext, 'scene'>,
): ColourBuffer {
  const pixels = copied(beneath.colours(region));
  drawOutEdges(pixels, wholePx(scene));
  return pixels;
}

/** The whole px within a scene's box, px of the render. */
export function wholePx({ x0, y0, x1, y1 }: Box): Region {
  const [x, y] = [Math.ceil(x0 - 1e-6), Math.ceil(y0 - 1e-6)];
  return { x, y, width: Math.floor(x1 + 1e-6) - x, height: Math.floor(y1 + 1e-6) - y };
}
