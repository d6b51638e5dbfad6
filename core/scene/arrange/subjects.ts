import { findLayer } from '../edits/layer-edits';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';

/** What a layer may look at: be woven with, be masked by, throw its light on. */

/** The layers that one may look at, front first: all but grades, itself, what it holds and what holds it. */
export function subjectsFor(scene: Scene, id: string): Layer[] {
  const layer = findLayer(scene, id);
  if (!layer) return [];
  const held = new Set(everyLayer([layer]).map((l) => l.id));
  return everyLayer(scene.layers)
    .filter(
      (l) =>
        l.source.kind !== 'grade' &&
        !held.has(l.id) &&
        !everyLayer([l]).some((inner) => inner.id === id),
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
  const subject = (l: Layer) => l.source.kind === 'picture' && !fills(scene, l);
  return (
    others.find((l) => subject(l) && beneath(l)) ??
    others.find(subject) ??
    others.find((l) => l.source.kind === 'text') ??
    null
  );
}

/** Whether a picture covers the whole of the scene, as backgrounds do. */
function fills(scene: Scene, { source, placement }: Layer): boolean {
  if (source.kind !== 'picture') return false;
  const [w, h] = [
    source.width * Math.abs(placement.scaleX),
    source.height * Math.abs(placement.scaleY),
  ];
  return w >= scene.width * 0.98 && h >= scene.height * 0.98;
}
