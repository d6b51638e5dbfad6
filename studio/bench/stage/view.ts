import type { View } from '../../state/bench';

interface Size {
  width: number;
  height: number;
}

/** The size of the stage, CSS px, for commands that fit the scene into it. */
export const stageSize: Size = { width: 0, height: 0 };

export const NEAREST = 32;
export const FARTHEST = 0.02;

/** The view in which the whole scene stands in the middle of a stage, with some room round it. */
export function fitted(scene: Size, stage: Size): View {
  const room = 30;
  const zoom = Math.min(
    (stage.width - 2 * room) / scene.width,
    (stage.height - 2 * room - 30) / scene.height,
  );
  return centred(scene, stage, Math.max(FARTHEST, Math.min(NEAREST, zoom)), 17);
}

/** The scene in the middle of a stage at a zoom. */
export const centred = (scene: Size, stage: Size, zoom: number, down = 0): View => ({
  zoom,
  x: Math.round((stage.width - scene.width * zoom) / 2),
  y: Math.round((stage.height - scene.height * zoom) / 2) + down,
});

/** The view at another zoom, with the place under (x, y) on the stage left where it is. */
export function zoomedAt(view: View, zoom: number, x: number, y: number): View {
  const next = Math.max(FARTHEST, Math.min(NEAREST, zoom));
  const k = next / view.zoom;
  return { zoom: next, x: x - (x - view.x) * k, y: y - (y - view.y) * k };
}

/** Whether two views show the same, but for what rounding does. */
export const isSameView = (a: View, b: View): boolean =>
  Math.abs(a.zoom / b.zoom - 1) < 1e-6 && Math.hypot(a.x - b.x, a.y - b.y) < 0.5;
