import { placed } from '@ignis/core/scene/placement';
import type { Layer, Placement } from '@ignis/core/scene/schema';

/** How the mask of a layer is placed: as the layer if it moves along; a layer without one would get one that does. */
export const maskPlacement = (layer: Layer): Placement =>
  layer.mask && !layer.mask.moves ? placed() : layer.placement;
