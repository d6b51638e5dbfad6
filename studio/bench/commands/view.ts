import type { Point } from '@ignis/core/geometry/affine';
import { useBench } from '../../state/bench';
import { centred, fitted, stageSize, zoomedAt } from '../stage/view';

/** What the stage shows of the scene, and how large. */

const bench = useBench.getState;

/** The middle of what the stage shows, scene px; that of the scene if it shows none of it. */
export function middleOfView(): Point {
  const { scene, view } = bench();
  const x = (stageSize.width / 2 - view.x) / view.zoom;
  const y = (stageSize.height / 2 - view.y) / view.zoom;
  const inside = x >= 0 && y >= 0 && x <= scene.width && y <= scene.height;
  return inside ? { x, y } : { x: scene.width / 2, y: scene.height / 2 };
}

export function zoomBy(k: number): void {
  const { view, set } = bench();
  set({ view: zoomedAt(view, view.zoom * k, stageSize.width / 2, stageSize.height / 2) });
}

export const zoomToFit = (): void => bench().set({ view: fitted(bench().scene, stageSize) });

export const zoomToPixels = (): void =>
  bench().set({ view: centred(bench().scene, stageSize, 1 / window.devicePixelRatio) });
