import { current } from 'immer';
import type { Affine, Point } from '../../geometry/affine';
import { about, apply, applyToWay, rotation, scaling, translation } from '../../geometry/affine';
import type { Mask } from '../../masks/mask';
import { maskParameters } from '../../masks/mask';
import { hasOwnLengths } from '../../steps/index';
import { boxOfAll, moveLayers } from '../arrange/arrange';
import { movedBy, placed } from '../arrange/placement';
import { sizeFault } from '../model/bounds';
import { SceneError } from '../model/check';
import type { Scene } from '../model/schema';
import type { Edit } from './edit';
import { scaledTo } from './style-edits';

/** The frame of a scene: what of it is the picture. Layers beyond it stay. */

/** How far each side of the frame is moved outwards, px; below 0 inwards. */
export interface FrameSides {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Why the frame cannot be so large, in the artist's words; null if it can. */
export const frameFault = (width: number, height: number): string | null =>
  width < 1 || height < 1 ? 'Nothing would be left of the picture.' : sizeFault(width, height);

/** Carries a mask that stays where it is in the scene. */
const carry = (mask: Mask, map: Affine): void => {
  mask.place = movedBy(mask.place ?? placed(), map);
};

/**
 * The scene in another frame: `map` takes its px to those of the frame, which is so large. Layers, masks, selections and guides go along,
 * and the lamp turns with them. Throws a SceneError for a frame that cannot be.
 */
export const carryScene =
  (map: Affine, width: number, height: number): Edit =>
  (s) => {
    const fault = frameFault(width, height);
    if (fault) throw new SceneError(fault, []);
    moveLayers(
      s.layers.map((l) => l.id),
      map,
    )(s);
    // Masks of layers in groups lie in the px of these, and have gone along.
    for (const layer of s.layers)
      for (const mask of [layer.mask, ...layer.steps.map((step) => step.where)])
        if (mask && !mask.moves) carry(mask, map);
    if (s.selection) carry(s.selection, map);
    for (const { mask } of s.kept) carry(mask, map);
    for (const guide of s.guides) {
      const isUpright = guide.axis === 'x';
      const at = apply(map, isUpright ? { x: guide.at, y: 0 } : { x: 0, y: guide.at });
      const along = applyToWay(map, isUpright ? { x: 0, y: 1 } : { x: 1, y: 0 });
      guide.axis = Math.abs(along.y) > Math.abs(along.x) ? 'x' : 'y';
      guide.at = guide.axis === 'x' ? at.x : at.y;
    }
    const turn = (s.light.angle * Math.PI) / 180;
    const way = applyToWay(map, { x: Math.cos(turn), y: Math.sin(turn) });
    s.light.angle = Math.round((Math.atan2(way.y, way.x) * 1800) / Math.PI) / 10;
    s.width = width;
    s.height = height;
  };

/** The lengths of a mask, so many times as long. */
function scaleMask(mask: Mask, by: number): void {
  for (const [key, p] of Object.entries(maskParameters)) {
    if (p.kind !== 'number' || (p.unit !== 'px' && p.unit !== 'σ px')) continue;
    const own = mask as unknown as Record<string, number>;
    own[key] = Math.min(p.max, Math.max(p.min, own[key]! * by));
  }
}

/** The sides that a scene has so many times as large, px. */
export const scaledSize = ({ width, height }: Pick<Scene, 'width' | 'height'>, by: number) => ({
  width: Math.round(width * by),
  height: Math.round(height * by),
});

/**
 * The whole scene so many times as large, every length in it too: the same picture at another size. Throws a SceneError for a size
 * that cannot be.
 */
export const scaleScene =
  (by: number): Edit =>
  (s) => {
    const size = scaledSize(s, by);
    carryScene(scaling(by), size.width, size.height)(s);
    // Lengths of steps and masks are px of the list that a layer stands in: within groups they grow with these.
    for (const layer of s.layers) {
      for (const step of layer.steps.filter((own) => !hasOwnLengths(own.kind)))
        step.values = scaledTo(current(step), by, { textures: false });
      for (const mask of [layer.mask, ...layer.steps.map((step) => step.where)])
        if (mask) scaleMask(mask, by);
    }
    if (s.selection) scaleMask(s.selection, by);
    for (const { mask } of s.kept) scaleMask(mask, by);
  };

/** Makes the frame larger or smaller by its sides, whole px. */
export const reframe =
  ({ left, top, right, bottom }: FrameSides): Edit =>
  (s) =>
    carryScene(
      translation(Math.round(left), Math.round(top)),
      s.width + Math.round(left) + Math.round(right),
      s.height + Math.round(top) + Math.round(bottom),
    )(s);

/**
 * Turns all that is in the frame about its middle, clockwise by so many degrees, and then moves the sides of the frame. Throws a
 * SceneError for a frame that cannot be.
 */
export const straighten =
  (angle: number, sides: FrameSides): Edit =>
  (s) => {
    const middle = { x: s.width / 2, y: s.height / 2 };
    if (angle !== 0)
      carryScene(about(middle, rotation((angle * Math.PI) / 180)), s.width, s.height)(s);
    reframe(sides)(s);
  };

/** By how many degrees a picture turns so that a line across it is level, or upright if it is nearer to that: −45 to 45. */
export function levelling(from: Point, to: Point): number {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return -(angle - 90 * Math.round(angle / 90));
}

/** How the sides of the frame move to the largest one that lies within the picture when that is turned about its middle, degrees. */
export function sidesWithin(
  { width, height }: Pick<Scene, 'width' | 'height'>,
  angle: number,
): FrameSides {
  const turn = (angle * Math.PI) / 180;
  const [sin, cos] = [Math.abs(Math.sin(turn)), Math.abs(Math.cos(turn))];
  const [long, short] = [Math.max(width, height), Math.min(width, height)];
  let [w, h] = [width, height];
  if (short <= 2 * sin * cos * long || Math.abs(sin - cos) < 1e-9) {
    // Two corners lie on the long sides, the others on the middle line between these.
    const half = short / 2;
    [w, h] = width >= height ? [half / sin, half / cos] : [half / cos, half / sin];
  } else {
    const double = cos * cos - sin * sin;
    [w, h] = [(width * cos - height * sin) / double, (height * cos - width * sin) / double];
  }
  const [x, y] = [Math.ceil((width - w) / 2 - 1e-9), Math.ceil((height - h) / 2 - 1e-9)];
  return { left: -x, top: -y, right: -x, bottom: -y };
}

/** How the sides of a frame move so that it has proportions (width : height) as large as it has room for, about its middle. */
export function sidesForRatio(
  { width, height }: Pick<Scene, 'width' | 'height'>,
  ratio: number,
): FrameSides {
  const w = Math.min(width, Math.round(height * ratio));
  const h = Math.min(height, Math.round(width / ratio));
  const [x, y] = [width - w, height - h];
  const [left, top] = [Math.floor(x / 2), Math.floor(y / 2)];
  return { left: -left, top: -top, right: -(x - left), bottom: -(y - top) };
}

/** How the sides of the frame move to hold all that is there and no more; null if nothing has a box. */
export function sidesForContent(scene: Scene): FrameSides | null {
  const box = boxOfAll(
    scene,
    scene.layers.filter((l) => l.visible).map((l) => l.id),
  );
  return (
    box && {
      left: -Math.floor(box.x0),
      top: -Math.floor(box.y0),
      right: Math.ceil(box.x1) - scene.width,
      bottom: Math.ceil(box.y1) - scene.height,
    }
  );
}

/** Turns the scene by a quarter, clockwise or back. */
export const turnScene =
  (way: 'right' | 'left'): Edit =>
  (s) => {
    const { width, height } = current(s);
    // Clockwise, the left side becomes the top: (x, y) comes to (height − y, x).
    const map: Affine = way === 'right' ? [0, 1, -1, 0, height, 0] : [0, -1, 1, 0, 0, width];
    carryScene(map, height, width)(s);
  };

/** Mirrors the scene, left for right. */
export const mirrorScene: Edit = (s) => carryScene([-1, 0, 0, 1, s.width, 0], s.width, s.height)(s);
