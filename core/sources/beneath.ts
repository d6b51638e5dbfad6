import type { Grounds, SourceContext } from '../definitions/source';
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
  const [x, y] = [Math.ceil(scene.x0 - 1e-6), Math.ceil(scene.y0 - 1e-6)];
  const [right, bottom] = [Math.floor(scene.x1 + 1e-6), Math.floor(scene.y1 + 1e-6)];
  drawOutEdges(pixels, { x, y, width: right - x, height: bottom - y });
  return pixels;
}
