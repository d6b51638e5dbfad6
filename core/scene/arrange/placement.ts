import type { Affine, Box, Point } from '../../geometry/affine';
import type { BoxHandle } from '../../geometry/box-handle';
import { inBox, opposite, pulledScale } from '../../geometry/box-handle';
import type { Homography } from '../../geometry/homography';
import { boxBeneath, compose, project, projective } from '../../geometry/homography';
import { boxToQuad, mapQuad, quadOf, withCorner } from '../../geometry/quad';
import {
  IDENTITY,
  invert,
  apply,
  about,
  boxUnder,
  determinant,
  middleOf,
  multiply,
  unitedBox,
} from '../../geometry/affine';
import { definitionOf } from '../../sources/index';
import type { Placement } from '../../definitions/placement';
import { MAX_SHEAR, placementMap } from '../../definitions/placement';
import type { Layer, Scene } from '../model/schema';

/** A placement that leaves its source where it is, turning and scaling about a pivot (source px). */
export const placed = (pivot: Point = { x: 0, y: 0 }): Placement => ({
  x: 0,
  y: 0,
  scaleX: 1,
  scaleY: 1,
  shear: 0,
  rotation: 0,
  pivotX: pivot.x,
  pivotY: pivot.y,
  corners: null,
});

/** Where a placement's corners carry its source, own px; null if they stay. */
export const cornersMap = ({ corners }: Placement): Homography | null =>
  corners && boxToQuad(corners.box, corners.to);

/** A point of a source under all of its placement; as under the rest where corners show it nowhere. */
export const placedPoint = (p: Placement, at: Point): Point => {
  const warp = cornersMap(p);
  return apply(placementMap(p), (warp && project(warp, at)) ?? at);
};

/** The smallest upright box round a box of a source under its placement, and a map after that. */
export function placedBox(p: Placement, box: Box, after: Affine = IDENTITY): Box {
  const warp = cornersMap(p);
  const map = multiply(after, placementMap(p));
  const seen = warp && boxBeneath(compose(projective(map), warp), box);
  return seen ?? boxUnder(map, box);
}

/**
 * The placement with a corner of its source's box (top left, top right, bottom right, bottom left) carried
 * to a point, px of the source before it is moved, scaled and turned. Where the corners would cross it
 * stays as it is.
 */
export function cornered(
  p: Placement,
  box: Box,
  corner: number,
  to: Point,
  perspective: boolean,
): Placement {
  const before = p.corners ?? { box, to: quadOf(box) };
  const quad = withCorner(before.to, corner, to, perspective);
  const tidy = mapQuad(quad, ({ x, y }) => ({ x: clean(x), y: clean(y) }));
  return boxToQuad(before.box, tidy) ? { ...p, corners: { box: before.box, to: tidy } } : p;
}

/** A number that does not differ from a round one but by the rounding of floats. */
const clean = (v: number) => Math.round(v * 1e9) / 1e9 + 0;

/** The placement about a pivot that comes to a map which keeps areas from vanishing. */
export function placementOf(map: Affine, pivot: Point): Placement {
  const [a, b, c, d] = map;
  const angle = Math.atan2(b, a);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const scaleY = d * cos - c * sin;
  const lean = (c * cos + d * sin) / scaleY;
  const at = apply(map, pivot);
  return {
    x: clean(at.x - pivot.x),
    y: clean(at.y - pivot.y),
    scaleX: clean(Math.hypot(a, b)),
    scaleY: clean(scaleY),
    shear: clean((Math.atan(-lean) * 180) / Math.PI),
    rotation: clean((angle * 180) / Math.PI),
    pivotX: pivot.x,
    pivotY: pivot.y,
    corners: null,
  };
}

/** A placement with another map, about its pivot and with its corners. */
const remapped = (p: Placement, map: Affine): Placement => ({
  ...placementOf(map, { x: p.pivotX, y: p.pivotY }),
  corners: p.corners,
});

/** The placement of a layer that is moved, scaled, turned or sheared by a map where it stands. */
export const movedBy = (p: Placement, map: Affine): Placement =>
  remapped(p, multiply(map, placementMap(p)));

/** One placement after another, both with their corners. */
export function placedTwice(outer: Placement, inner: Placement): Placement {
  const map = multiply(placementMap(outer), placementMap(inner));
  const both = remapped(inner, map);
  const back = invert(map);
  if (!outer.corners || !back) return both;
  // The box of the outer corners, seen from within the inner placement, is where it stands after both.
  const { box } = inner.corners ?? {
    box: boxUnder(invert(placementMap(inner))!, outer.corners.box),
  };
  const to = mapQuad(quadOf(box), (c) => apply(back, placedPoint(outer, placedPoint(inner, c))));
  return boxToQuad(box, to) ? { ...both, corners: { box, to } } : both;
}

/** A placement moved so that a point (own px) lies where another placement puts it. */
function pinnedPlacement(next: Placement, before: Placement, point: Point): Placement {
  const [was, is] = [placedPoint(before, point), placedPoint(next, point)];
  return { ...next, x: next.x + was.x - is.x, y: next.y + was.y - is.y };
}

/** The placement of a layer whose box is scaled by a pulled handle (own px); the opposite one stays where it is. */
export function pulledPlacement(p: Placement, box: Box, handle: BoxHandle, to: Point): Placement {
  const [sx, sy] = pulledScale(box, handle, to);
  const next = { ...p, scaleX: p.scaleX * sx, scaleY: p.scaleY * sy };
  return pinnedPlacement(next, p, inBox(box, opposite(handle)));
}

/**
 * The placement that leans as the middle of a side is pushed along it, from one point to another (own px);
 * the opposite side stays.
 */
export function leantPlacement(
  p: Placement,
  box: Box,
  handle: BoxHandle,
  from: Point,
  to: Point,
): Placement {
  const o = opposite(handle);
  const [a, b] = [inBox(box, handle), inBox(box, o)];
  // What the push makes of the box, in its own px, before it is placed.
  const push: Affine =
    handle[0] === 0.5
      ? [1, 0, (to.x - from.x) / (a.y - b.y || 1), 1, 0, 0]
      : [1, (to.y - from.y) / (a.x - b.x || 1), 0, 1, 0, 0];
  const map = multiply(placementMap(p), about(b, push));
  const next = remapped(p, map);
  return Math.abs(next.shear) > MAX_SHEAR || !(Math.abs(determinant(map)) > 1e-9) ? p : next;
}

/** The same placement with its pivot at another point (source px): nothing moves on the stage. */
export function repivoted(p: Placement, pivot: Point): Placement {
  const at = apply(placementMap(p), pivot);
  return { ...p, x: at.x - pivot.x, y: at.y - pivot.y, pivotX: pivot.x, pivotY: pivot.y };
}

/** The box to arrange a layer by, in its own px; of a group, that of its layers. Null if there is none. */
export function boxOf(layer: Layer): Box | null {
  if (!layer.layers) return definitionOf(layer.source).box(layer.source);
  return layer.layers.reduce<Box | null>((all, l) => {
    const own = boxOf(l);
    return own ? unitedBox(all, placedBox(l.placement, own)) : all;
  }, null);
}

/** A placement that puts a layer's box in the middle of a place, no larger than `most` px on either side. */
export function fitted(layer: Layer, to: Point, most: number): Placement {
  const box = boxOf(layer);
  if (!box) return { ...layer.placement, x: to.x, y: to.y };
  const size = Math.max(box.x1 - box.x0, box.y1 - box.y0);
  const k = size > 0 ? Math.min(1, most / size) : 1;
  const pivot = middleOf(box);
  return { ...placed(pivot), x: to.x - pivot.x, y: to.y - pivot.y, scaleX: k, scaleY: k };
}

/** The map from the px that a layer is placed on to scene px: the placements of the groups round it. */
export function mapAround(layers: readonly Layer[], id: string): Affine {
  const within = (list: readonly Layer[], map: Affine): Affine | null => {
    for (const l of list) {
      if (l.id === id) return map;
      const found = l.layers && within(l.layers, multiply(map, placementMap(l.placement)));
      if (found) return found;
    }
    return null;
  };
  return within(layers, IDENTITY) ?? IDENTITY;
}

/** The map from a layer's own px to scene px, but for corners. */
export const mapOf = (layers: readonly Layer[], layer: Layer): Affine =>
  multiply(mapAround(layers, layer.id), placementMap(layer.placement));

/**
 * The scene with the corners of the groups round a layer set aside, and those of the layer itself if asked;
 * the same object if there are none.
 */
export function laidFlat(scene: Scene, id: string, itself = true): Scene {
  /** The layers with the one laid flat; null if it is not among them. */
  const flat = (layers: Layer[]): Layer[] | null => {
    for (const [i, layer] of layers.entries()) {
      const inner = layer.layers && flat(layer.layers);
      if (layer.id !== id && !inner) continue;
      const { placement } = layer;
      const flattens = placement.corners !== null && (layer.id !== id || itself);
      if (!flattens && (!inner || inner === layer.layers)) return layers;
      return layers.with(i, {
        ...layer,
        ...(flattens && { placement: { ...placement, corners: null } }),
        ...(inner && { layers: inner }),
      });
    }
    return null;
  };
  const layers = flat(scene.layers);
  return !layers || layers === scene.layers ? scene : { ...scene, layers };
}
