import { defaultsOf } from '../definitions/parameter';
import type { Choice, Weave } from '../weave/weave';
import { weaveParameters } from '../weave/weave';
import type { Edit } from './edit';
import { findLayer, layerOf } from './edits';
import type { Layer, Scene } from './schema';
import { everyLayer } from './schema';

/** What can be done to the weave of a layer. */

/** A weave with a layer, in turn over and under it. */
export const newWeave = (subject: string): Weave => ({
  enabled: true,
  with: subject,
  ...defaultsOf(weaveParameters),
  choices: [],
});

/** Weaves a layer with another, or no longer. */
export const putWeave =
  (id: string, weave: Weave | null): Edit =>
  (s) => {
    layerOf(s, id).weave = weave;
  };

export const setWeave =
  (id: string, values: Partial<Weave>): Edit =>
  (s) => {
    const { weave } = layerOf(s, id);
    if (weave) Object.assign(weave, values);
  };

/** All stretches of a weave go one way, whatever was chosen before. */
export const weaveAll = (id: string, way: Weave['way']): Edit => setWeave(id, { way, choices: [] });

/**
 * Sends one of the stretches that a weave has now (`all`, in order) behind or brings it in front. All are written
 * down, so that each keeps what it has when they move.
 */
export const chooseStretch = (id: string, all: readonly Choice[], index: number): Edit =>
  setWeave(id, {
    choices: all.map((c, i) => (i === index ? { ...c, behind: !c.behind } : { ...c })),
  });

/** The layers that one may be woven with, front first: all but itself, what it holds and what holds it. */
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
 * What a layer is most likely to be woven with: the frontmost picture or group beneath it that does not fill the
 * scene from edge to edge, or else any such; null if there is none.
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
