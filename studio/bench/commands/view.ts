import type { Point } from '@ignis/core/geometry/affine';
import { toast } from 'sonner';
import { useBench } from '../../state/bench';
import type { View } from '../../state/workspace';
import { centred, fitted, stageSize, zoomedAt } from '../stage/view';
import { t } from '../../words/t';

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

/** Where the scene stood before only the picture was shown. */
let before: View | null = null;

/** Shows only the picture, as large as the page, or the bench as it was. */
export function onlyPicture(on: boolean): void {
  const { isBare, view, set } = bench();
  if (on === isBare) return;
  if (!on) {
    set({ isBare: false, ...(before && { view: before }) });
    toast.dismiss('bare');
    return;
  }
  before = view;
  set({ isBare: true });
  toast(t`O or Esc brings the bench back`, { id: 'bare', duration: 2500 });
  // The stage is as large as the page a frame later.
  requestAnimationFrame(() => requestAnimationFrame(() => bench().isBare && zoomToFit()));
}
