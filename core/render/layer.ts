import type { Affine } from '../geometry/affine';
import { multiply } from '../geometry/affine';
import { maskPlane } from '../masks/mask';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';
import { placementMap } from '../scene/placement';
import type { Layer, Step } from '../scene/schema';
import { stepOfKind } from '../steps/index';
import type { Context } from './context';
import { kept, numberOf, stopIfTold } from './context';

/** The map from a layer's own px to px of the render. */
export const layerMap = (layer: Layer, { map }: Context): Affine =>
  multiply(map, placementMap(layer.placement));

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
  const map = mask.moves ? layerMap(layer, context) : context.map;
  const { scale, picture } = context;
  return kept(context, layer.id, 'mask', ['mask', numberOf(mask), map, scale, wanted], () =>
    maskPlane(mask, { map, scale, wanted, picture }),
  );
}
