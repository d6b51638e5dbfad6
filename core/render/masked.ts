import { numberOf } from '../definitions/content-key';
import type { Look, LooksAt, MaskContext, Within } from '../definitions/mask';
import type { Affine } from '../geometry/affine';
import { invert, meanScale, multiply, scaling } from '../geometry/affine';
import { compose, projective } from '../geometry/homography';
import { without } from '../kernels/planes';
import { warped } from '../kernels/resample';
import { alphaOf, copied, filled, masked } from '../kernels/rows';
import type { Mask } from '../masks/mask';
import { maskPlane } from '../masks/mask';
import { whole } from '../paint/whole';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { covering, grow, intersect } from '../pixels/region';
import type { BoundLayer, KeptMask, Limited, Looking, Subject } from '../scene/bound/bound';
import { placementMap } from '../definitions/placement';
import { marginOf } from './chain';
import type { Context } from './context';
import { cached } from './context';
import { coloursOf, coverageOf, insideOf, subjectRegion } from './coverage';
import { affordable, drawnRegion } from './drawing';
import { drawingOf, sizesOf, stepsOf, uprightExtent } from './reach';
import { hiddenOf, hidesByPass } from './woven';

/** Masks of layers, and selections, in a render. */

/** How much of a layer its mask and its weave let through, over all of `wanted`; null if it has none that is on. */
export function maskOf(layer: BoundLayer, wanted: Region, context: Context): Plane | null {
  const own = ownMask(layer, wanted, context);
  const hidden = hidesByPass(layer) ? null : hiddenOf(layer, wanted, context);
  if (!hidden) return own;
  return scoped(() => {
    const out = own ? copied(crop(own, wanted)) : whole(wanted);
    without(out, hidden.owned());
    return out;
  });
}

/** What its mask alone lets through. */
export function ownMask(layer: BoundLayer, wanted: Region, context: Context): Plane | null {
  const { mask } = layer;
  if (!mask?.enabled) return null;
  const { map, scale, warp, region } = mask.moves
    ? maskDrawing(layer, wanted, context)
    : { map: context.map, scale: context.scale, warp: null, region: wanted };
  // Other layers lie where they do, whether the mask moves along or not.
  const back = warp && invert(placementMap(layer.placement));
  const to = back ? multiply(map, back) : context.map;
  const key = ['mask', numberOf(mask), map, warp, scale, region, wanted];
  return cached(context, layer.id, 'mask', key, () => {
    const plane = drawnMask(mask, { map, to, scale }, region, context);
    if (!warp) return plane;
    return alphaOf(warped(masked(filled(region, [1, 1, 1]), plane), warp, wanted));
  });
}

/** How a mask lies: its own px, and those that its layer is placed on, to px of what it is drawn on. */
interface Lie {
  map: Affine;
  to: Affine;
  /** Px for one of its lengths. */
  scale: number;
}

/** How much a mask, as it is drawn, lets through over a region, 0–1. */
export function drawnMask(mask: Mask, { map, to, scale }: Lie, region: Region, context: Context) {
  const { picture, memo, mixing } = context;
  const lies: MaskContext & { scale: number } = {
    ...{ scale, wanted: region, picture, memo, mixing },
    map: mask.place ? multiply(map, placementMap(mask.place)) : map,
    // What is drawn is bound: its shapes come with what they look at.
    look({ subject }: LooksAt & Looking) {
      return subject ? lookAt(subject, to, context) : null;
    },
    kept({ keptMask }: Within & Limited, over) {
      return keptMask ? selectionPlane(keptMask, to, over, context) : null;
    },
  };
  return maskPlane(mask, lies);
}

/** How much a kept selection selects over a region, for one that refers to it. */
export function selectionPlane(
  { mask, map }: KeptMask,
  to: Affine,
  region: Region,
  context: Context,
): Plane {
  const scene = multiply(to, map);
  return cached(context, null, 'kept', ['kept', numberOf(mask), scene, region], () =>
    drawnMask(mask, { map: scene, to: scene, scale: meanScale(scene) }, region, context),
  );
}

/** What a mask looks at, seen from where its layer stands. */
function lookAt(subject: Subject, to: Affine, context: Context): Look {
  return {
    plane: (what, region) =>
      what === 'inside'
        ? insideOf(subject, to, region, context)
        : coverageOf(subject, to, region, context, what),
    colours: (region) => coloursOf(subject, to, region, context),
    grid(side) {
      const { x, y, width, height } = subjectRegion(subject, context);
      const k = Math.min(1, side / Math.max(width, height, 1));
      const region = covering(x * k, y * k, (x + width) * k, (y + height) * k);
      return {
        colours: coloursOf(subject, scaling(k), region, context),
        toRender: multiply(to, scaling(1 / k)),
      };
    },
  };
}

/** Of a mask that is resampled all would have so many px for each of the scene's, or at least so many. */
const [FOR_EACH, AT_LEAST] = [4, 1e6];
/** No part of it is drawn on more px than this. */
const MAX_OF_MASK = 12e6;

/** How a mask that moves along is drawn: with its layer's corners, and where anything of the layer may show. */
function maskDrawing(layer: BoundLayer, wanted: Region, context: Context) {
  const drawing = drawingOf(layer, context);
  const { map, warp, scale } = drawing;
  if (!warp) return { map, scale: context.scale, warp, region: wanted };
  const sizes = { ...sizesOf(layer, context), scale };
  const all = grow(uprightExtent(layer, drawing, context), marginOf(stepsOf(layer), sizes));
  const seen = drawnRegion(warp, wanted);
  const region = seen ? intersect(seen, all) : all;
  // A mask is resampled as colours are, and need not be as fine.
  const { x0, y0, x1, y1 } = context.scene;
  const worth = Math.max(AT_LEAST, FOR_EACH * (x1 - x0) * (y1 - y0));
  const by = Math.min(affordable(1, all, worth), affordable(1, region, MAX_OF_MASK));
  if (by === 1) return { map, scale, warp, region };
  const { x, y, width, height } = region;
  return {
    map: multiply(scaling(by), map),
    scale: scale * by,
    warp: compose(warp, projective(scaling(1 / by))),
    region: covering(x * by, y * by, (x + width) * by, (y + height) * by),
  };
}
