import { current } from 'immer';
import type { Affine } from '../../geometry/affine';
import { apply, applyToWay, translation } from '../../geometry/affine';
import type { Mask } from '../../masks/mask';
import { boxOfAll, moveLayers } from '../arrange/arrange';
import { movedBy, placed } from '../arrange/placement';
import { sizeFault } from '../model/bounds';
import { SceneError } from '../model/check';
import type { Scene } from '../model/schema';
import type { Edit } from './edit';

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

/** Makes the frame larger or smaller by its sides, whole px. */
export const reframe =
  ({ left, top, right, bottom }: FrameSides): Edit =>
  (s) =>
    carryScene(
      translation(Math.round(left), Math.round(top)),
      s.width + Math.round(left) + Math.round(right),
      s.height + Math.round(top) + Math.round(bottom),
    )(s);

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
