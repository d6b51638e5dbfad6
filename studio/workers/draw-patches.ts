import type { Region } from '@ignis/core/pixels/region';
import type { Patch } from './protocol';

/** Lays patches of a picture on a canvas; first of all made as large as the picture, and cleared, if it is `fresh`. */
export function drawPatches(
  canvas: HTMLCanvasElement | OffscreenCanvas,
  { region, patches }: { region: Region; patches: readonly Patch[] },
  fresh: boolean,
): void {
  // Setting a size, even the same, clears a canvas.
  if (fresh) Object.assign(canvas, { width: region.width, height: region.height });
  const context = canvas.getContext('2d') as
    CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;
  for (const { region: part, pixels } of patches)
    context.putImageData(
      new ImageData(pixels, part.width, part.height),
      part.x - region.x,
      part.y - region.y,
    );
}
