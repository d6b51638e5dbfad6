import { alphaOf, filled, masked } from '../kernels/rows';
import { warped } from '../kernels/resample';
import { maskPlane } from '../masks/mask';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { grow, intersect } from '../pixels/region';
import type { Layer, Step } from '../scene/schema';
import { stepOfKind } from '../steps/index';
import type { Context } from './context';
import { kept, numberOf, stopIfTold } from './context';
import { drawnRegion } from './drawing';
import { drawingOf, marginOf, stepsOf, uprightExtent } from './reach';

/**
 * The regions that a chain of steps goes through: walking back from what is wanted, each step asks for
 * the margin it needs. One more than there are steps; the first is that of the source.
 */
export function regionsOf(steps: readonly Step[], wanted: Region, scale: number): Region[] {
  const regions = [wanted];
  for (const step of [...steps].reverse())
    regions.unshift(grow(regions[0]!, stepOfKind(step.kind).margin(step.values, scale)));
  return regions;
}

/**
 * Sends pixels through steps; each result is kept under a key that goes on from that of the pixels, so
 * that a change of a step computes that step anew and those after it.
 */
export function throughSteps(
  layer: Layer,
  pixels: ColourBuffer,
  steps: readonly Step[],
  regions: readonly Region[],
  key: unknown[],
  context: Context,
): ColourBuffer {
  const { mixing, scale } = context;
  let made = pixels;
  steps.forEach((step, i) => {
    stopIfTold(context);
    const input = made;
    const wanted = regions[i + 1]!;
    key.push(step.kind, step.values, scale, wanted);
    made = kept(context, layer.id, step.id, key, () =>
      stepOfKind(step.kind).apply(input, step.values, { scale, wanted, mixing }),
    );
  });
  return made;
}

/** How much of a layer its mask lets through, over all of `wanted`; null if it has none that is on. */
export function maskOf(layer: Layer, wanted: Region, context: Context): Plane | null {
  const { mask } = layer;
  if (!mask?.enabled) return null;
  const { picture } = context;
  const { map, scale, warp, region } = mask.moves
    ? maskDrawing(layer, wanted, context)
    : { map: context.map, scale: context.scale, warp: null, region: wanted };
  const key = ['mask', numberOf(mask), map, warp, scale, region, wanted];
  return kept(context, layer.id, 'mask', key, () => {
    const plane = maskPlane(mask, { map, scale, wanted: region, picture });
    if (!warp) return plane;
    return alphaOf(warped(masked(filled(region, [1, 1, 1]), plane), warp, wanted));
  });
}

/** How a mask that moves along is drawn: with its layer's corners, and where anything of the layer may show. */
function maskDrawing(layer: Layer, wanted: Region, context: Context) {
  const drawing = drawingOf(layer, context);
  const { map, warp, scale } = drawing;
  if (!warp) return { map, scale: context.scale, warp, region: wanted };
  const all = grow(uprightExtent(layer, drawing, context), marginOf(stepsOf(layer), scale));
  const seen = drawnRegion(warp, wanted);
  return { map, scale, warp, region: seen ? intersect(seen, all) : all };
}
