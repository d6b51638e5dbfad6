import { findLayer } from '../edits/layer-edits';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import { grades } from '../model/traits';
import { definitionOf } from '../../sources/index';

/** What a layer may look at: be woven with, be masked by, throw its light on. */

/** The layers that one may look at, front first: all but grades, itself, what it holds and what holds it. */
export function subjectsFor(scene: Scene, id: string): Layer[] {
  const layer = findLayer(scene, id);
  if (!layer) return [];
  const inside = new Set(everyLayer([layer]).map((l) => l.id));
  return everyLayer(scene.layers)
    .filter(
      (l) => !grades(l) && !inside.has(l.id) && !everyLayer([l]).some((inner) => inner.id === id),
    )
    .reverse();
}

/**
 * What a layer is most likely meant to go round, or to light: the frontmost picture beneath it that does not fill
 * the scene from edge to edge, or else any such, or else a text; null if there is none.
 */
export function likelySubject(scene: Scene, id: string): Layer | null {
  const order = everyLayer(scene.layers).map((l) => l.id);
  const own = order.indexOf(id);
  const others = subjectsFor(scene, id);
  const beneath = (l: Layer) => order.indexOf(l.id) < own;
  const rank = (l: Layer) => definitionOf(l.source).subject ?? 0;
  const subject = (l: Layer) => rank(l) > 1 && !fills(scene, l);
  return (
    others.find((l) => subject(l) && beneath(l)) ??
    others.find(subject) ??
    others.find((l) => rank(l) === 1) ??
    null
  );
}

/** Whether a layer covers the whole of the scene, as backgrounds do. */
function fills(scene: Scene, { source, placement }: Layer): boolean {
  const box = definitionOf(source).box(source);
  if (!box) return false;
  const [w, h] = [
    (box.x1 - box.x0) * Math.abs(placement.scaleX),
    (box.y1 - box.y0) * Math.abs(placement.scaleY),
  ];
  return w >= scene.width * 0.98 && h >= scene.height * 0.98;
}
