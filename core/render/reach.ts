import type { Affine } from '../geometry/affine';
import { meanScale, multiply } from '../geometry/affine';
import type { Region } from '../pixels/region';
import { EMPTY, grow, isEmpty, unite } from '../pixels/region';
import { placementMap } from '../scene/placement';
import type { Layer, Step } from '../scene/schema';
import { definitionOf } from '../sources/index';
import { stepOfKind } from '../steps/index';

/** Where layers stand, as `Context` has it. */
export interface Standing {
  map: Affine;
  scale: number;
  around: readonly Step[];
}

/** A region, or null for everywhere. */
type Reach = Region | null;

/** The steps of a layer that are on. */
export const stepsOf = (layer: Layer): Step[] => layer.steps.filter((s) => s.enabled);

/** Whether a group's layers land one by one on what lies beneath. */
export const isThrough = (layer: Layer): boolean =>
  layer.source.kind === 'group' && layer.source.lands === 'through';

/** How far steps carry a value, px of the render. */
export const marginOf = (steps: readonly Step[], scale: number): number =>
  steps.reduce((m, s) => m + stepOfKind(s.kind).margin(s.values, scale), 0);

/** Where the layers of a group stand: its placement carries them, and the lengths of their steps. */
export function inside<S extends Standing>(group: Layer, standing: S, around: readonly Step[]): S {
  const own = placementMap(group.placement);
  return {
    ...standing,
    map: multiply(standing.map, own),
    scale: standing.scale * meanScale(own),
    around,
  };
}

/** The steps that the layers of a group go through besides their own. */
export const stepsAround = (group: Layer, { around }: Standing): Step[] =>
  isThrough(group) ? [...stepsOf(group), ...around] : [];

/**
 * How far beyond a region what lies beneath a layer must be known to make that region, px: so far a
 * change beneath it spreads.
 */
export function reachBeneath(layer: Layer, scale: number): number {
  if (!layer.visible) return 0;
  if (layer.source.kind === 'grade') return marginOf(stepsOf(layer), scale);
  if (!isThrough(layer)) return 0;
  const inner = scale * meanScale(placementMap(layer.placement));
  return layer.layers!.reduce((m, l) => m + reachBeneath(l, inner), 0);
}

/** A region that holds all of a layer's pixels, after its steps; null if it has no edges. */
export function extentOf(layer: Layer, standing: Standing): Reach {
  const drawn = layer.layers
    ? extentOfAll(layer.layers, inside(layer, standing, stepsAround(layer, standing)))
    : definitionOf(layer.source).extent(
        layer.source,
        multiply(standing.map, placementMap(layer.placement)),
      );
  return drawn && grow(drawn, ownMargin(layer, standing));
}

function extentOfAll(layers: readonly Layer[], standing: Standing): Reach {
  let all = EMPTY;
  for (const layer of layers) {
    const own = extentOf(layer, standing);
    if (!own) return null;
    all = unite(all, own);
  }
  return all;
}

/** How far a layer's own steps, and those around, carry a value, px of the render. */
const ownMargin = (layer: Layer, { around, scale }: Standing): number =>
  marginOf([...stepsOf(layer), ...around], scale);

/**
 * Where the picture may differ when the layer `id` is another: its extent, and as far as grades and
 * groups above it spread that. EMPTY if there is no such layer, null for everywhere.
 */
export function influenceOf(layers: readonly Layer[], id: string, standing: Standing): Reach {
  let reach: Reach = EMPTY;
  for (const layer of layers) {
    if (reach && !isEmpty(reach)) reach = grow(reach, reachBeneath(layer, standing.scale));
    else if (layer.id === id) reach = extentOf(layer, standing);
    else if (reach && layer.layers) {
      const within = inside(layer, standing, stepsAround(layer, standing));
      const inner = influenceOf(layer.layers, id, within);
      reach = inner && grow(inner, ownMargin(layer, standing));
    }
  }
  return reach;
}
