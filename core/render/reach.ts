import type { Affine } from '../geometry/affine';
import { IDENTITY, largestScale, meanScale, multiply, scaling } from '../geometry/affine';
import { compose, projective } from '../geometry/homography';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty, unite, wholeScene } from '../pixels/region';
import { placementMap } from '../definitions/placement';
import { cornersMap } from '../scene/arrange/placement';
import { asDrawn } from '../scene/bound/bind';
import type { BoundLayer, BoundStep } from '../scene/bound/bound';
import type { Scene } from '../scene/model/schema';
import { heightUnder } from '../scene/edits/style-edits';
import { grades, landsThrough } from '../scene/model/traits';
import { definitionOf } from '../sources/index';
import { lightSeen } from '../definitions/seen-light';
import type { StepDefinition } from '../definitions/step';
import { seesPlace, stepOfKind } from '../steps/index';
import type { Sizes } from './chain';
import { isStyled, marginOf, pixelStepsOf, plainSizes, reachAll } from './chain';
import type { Context } from './context';
import { contentOf } from './context';
import type { Drawing } from './drawing';
import { affordable, betweenCorners, finenessOf, shownRegion } from './drawing';

/** Where layers stand, as `Context` has it. */
export interface Standing {
  map: Affine;
  scale: number;
  around: readonly BoundStep[];
}

/** A region, or null for everywhere. */
type Reach = Region | null;

/** The steps of a layer that are on. */
export const stepsOf = (layer: BoundLayer): BoundStep[] => layer.steps.filter((s) => s.enabled);

/**
 * Whether a group's layers land one by one on what lies beneath: not if it is resampled as one, if styles
 * are made of its shape, or if steps carry its pixels from one place of it to another or work in places of it.
 */
export const isThrough = (layer: BoundLayer): boolean =>
  landsThrough(layer) &&
  layer.placement.corners === null &&
  !layer.intensity &&
  !isStyled(layer) &&
  !stepsOf(layer).some((s) => seesPlace(s.kind) || s.where);

/** Px of the render for the lengths of a layer's steps. */
export const sizesOf = (layer: BoundLayer, { map, scale }: Standing): Sizes => ({
  scale,
  height: heightUnder(layer, map),
  own: largestScale(multiply(map, placementMap(layer.placement))),
});

/**
 * How a layer is drawn. With corners of its own it is first drawn upright, as fine as it will be seen where
 * it comes nearest, so that it need be resampled but once.
 */
export function drawingOf(layer: BoundLayer, standing: Standing): Drawing {
  const own = placementMap(layer.placement);
  const map = multiply(standing.map, own);
  const scale = standing.scale * meanScale(own);
  const { corners } = layer.placement;
  const turn = cornersMap(layer.placement);
  if (!corners || !turn) return { map, scale, warp: null };
  const seen = compose(projective(map), turn);
  const mean = meanScale(map) || 1;
  const by = (k: number): Drawing => ({
    map: scaling(k),
    scale: (scale * k) / mean,
    warp: compose(seen, projective(scaling(1 / k))),
  });
  const wanted = finenessOf(seen, corners, mean);
  return by(affordable(wanted, uprightExtent(layer, by(wanted), standing)));
}

/** Where the layers of a group stand: its placement carries them, and the lengths of their steps. */
export function inside<S extends Standing>(
  group: BoundLayer,
  standing: S,
  around: readonly BoundStep[],
): S {
  const { map, scale } = drawingOf(group, standing);
  return { ...standing, map, scale, around };
}

/** The steps that the layers of a group go through besides their own: what changes a shape alone changes nothing. */
export const stepsAround = (group: BoundLayer, { around }: Standing): BoundStep[] =>
  isThrough(group) ? [...pixelStepsOf(stepsOf(group)), ...around] : [];

/**
 * How far beyond a region what lies beneath a layer must be known to make that region, px: so far a
 * change beneath it spreads.
 */
export function reachBeneath(layer: BoundLayer, scale: number): number {
  if (!layer.visible) return 0;
  if (grades(layer))
    return marginOf(pixelStepsOf(stepsOf(layer)), {
      ...plainSizes(scale),
      own: scale * largestScale(placementMap(layer.placement)),
    });
  if (!isThrough(layer)) return 0;
  const inner = scale * meanScale(placementMap(layer.placement));
  return layer.layers!.reduce((m, l) => m + reachBeneath(l, inner), 0);
}

/** What of the picture beneath a layer must be known to make a region, px: a lens sees no light from far beyond the scene. */
export function seenBeneath(
  layer: BoundLayer,
  region: Region,
  { scale, scene }: Pick<Context, 'scale' | 'scene'>,
): Region {
  const all = grow(region, reachBeneath(layer, scale));
  if (spreadsAll(layer)) return unite(all, lightSeen(scene));
  if (!grades(layer)) return all;
  const far = pixelStepsOf(stepsOf(layer)).filter(
    (s) => marginOf([s], { ...plainSizes(scale), own: scale }) > 0,
  );
  const isLens = far.every((s) => (stepOfKind(s.kind) as StepDefinition).inLens);
  return isLens ? intersect(all, unite(region, lightSeen(scene))) : all;
}

/** Whether a change anywhere beneath a layer may show anywhere, by a grade that it is or holds. */
const spreadsAll = (layer: BoundLayer): boolean =>
  layer.visible &&
  (grades(layer)
    ? reachAll(pixelStepsOf(stepsOf(layer)))
    : isThrough(layer) && layer.layers!.some(spreadsAll));

/** Whether a layer's own light may be carried anywhere, by its steps or by those of a group round it. */
const isCarried = (layer: BoundLayer, { around }: Pick<Standing, 'around'>): boolean =>
  reachAll(stepsOf(layer)) || reachAll(around);

/** A region that holds all of a layer's pixels, after its steps; null if it has no edges. */
export function extentOf(layer: BoundLayer, standing: Standing): Reach {
  // A grade is everywhere, wherever it is placed.
  if (grades(layer) || isCarried(layer, standing)) return null;
  const drawing = drawingOf(layer, standing);
  const shown = drawing.warp
    ? shownRegion(drawing.warp, uprightExtent(layer, drawing, standing))
    : contentExtent(layer, drawing, standing);
  return shown && grow(shown, ownMargin(layer, standing));
}

/** What of a scene a layer may show in, scene px; all of it for one without edges. */
export function extentInScene(scene: Scene, id: string): Region {
  const whole = wholeScene(scene, 1);
  const standing = { map: IDENTITY, scale: 1, around: [] };
  const reach = influenceOf(asDrawn(scene).layers, id, standing);
  return reach ? intersect(whole, reach) : whole;
}

/**
 * A region that holds all of a layer with corners as it is drawn upright, before its steps: of one without
 * edges, what lies between the corners.
 */
export const uprightExtent = (layer: BoundLayer, drawing: Drawing, standing: Standing): Region =>
  contentExtent(layer, drawing, standing) ?? betweenCorners(layer, drawing.map);

const contentExtent = (layer: BoundLayer, { map, scale }: Drawing, standing: Standing): Reach =>
  layer.layers
    ? extentOfAll(layer.layers, { map, scale, around: stepsAround(layer, standing) })
    : definitionOf(layer.source).extent(layer.source, map);

/** Where a region of what is drawn shows, through corners if there are any. */
const throughCorners = (warp: Drawing['warp'], region: Region): Reach =>
  warp && !isEmpty(region) ? shownRegion(warp, region) : region;

/**
 * A region out of which a layer's pixels are those that it had before; null if that is not known. EMPTY
 * if nothing has changed.
 */
function differenceFrom(before: BoundLayer, layer: BoundLayer, standing: Standing): Reach {
  if (before === layer) return EMPTY;
  // What is made of a shape may hang on all of it, and so does where a weave goes over and under.
  if (isStyled(layer) || layer.weave?.enabled || isCarried(layer, standing)) return null;
  const [was, is] = [before.source, layer.source];
  const alike = { ...before, name: layer.name, source: is };
  if (was.kind !== is.kind || contentOf(alike) !== contentOf(layer)) return null;
  const { map, warp } = drawingOf(layer, standing);
  const drawn = definitionOf(is).difference?.(was, is, map) ?? null;
  const shown = drawn && throughCorners(warp, drawn);
  return shown && grow(shown, ownMargin(layer, standing));
}

function extentOfAll(layers: readonly BoundLayer[], standing: Standing): Reach {
  let all = EMPTY;
  for (const layer of layers) {
    const own = extentOf(layer, standing);
    if (!own) return null;
    all = unite(all, own);
  }
  return all;
}

/** How far a layer's own steps, and those around, carry a value, px of the render. */
const ownMargin = (layer: BoundLayer, standing: Standing): number =>
  marginOf(stepsOf(layer), sizesOf(layer, standing)) +
  marginOf(standing.around, plainSizes(standing.scale));

/**
 * Where the picture may differ when the layer `id` is another: its extent, and as far as grades and
 * groups above it spread that. EMPTY if there is no such layer, null for everywhere. If it is known what
 * the layer was before: where it may differ from that.
 */
export function influenceOf(
  layers: readonly BoundLayer[],
  id: string,
  standing: Standing,
  before?: BoundLayer,
): Reach {
  let reach: Reach = EMPTY;
  for (const layer of layers) {
    if (reach && !isEmpty(reach)) {
      if (spreadsAll(layer)) return null;
      reach = grow(reach, reachBeneath(layer, standing.scale));
    } else if (layer.id === id)
      reach = before ? differenceFrom(before, layer, standing) : extentOf(layer, standing);
    else if (reach && layer.layers) {
      const within = inside(layer, standing, stepsAround(layer, standing));
      const inner = influenceOf(layer.layers, id, within, before);
      const shown = inner && throughCorners(drawingOf(layer, standing).warp, inner);
      const everywhere = isCarried(layer, standing) && !(inner && isEmpty(inner));
      reach = everywhere ? null : shown && grow(shown, ownMargin(layer, standing));
    }
  }
  return reach;
}
