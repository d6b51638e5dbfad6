import { original } from 'immer';
import { newId } from '../model/new-id';
import type { Layer, Scene, SceneState, Take } from '../model/schema';
import { MOST_TAKES } from '../model/schema';
import { SceneError } from '../model/check';
import type { Edit } from './edit';
import { copied, findLayer } from './layer-edits';

/** Takes: the scene as it was at a moment, saved under a name. */

/** All of a scene but its takes: the same object for the same scene. */
export function stateOf(scene: Scene): SceneState {
  if (!scene.takes) return scene;
  let state = states.get(scene);
  if (!state) {
    state = { ...scene };
    Reflect.deleteProperty(state, 'takes');
    states.set(scene, state);
  }
  return state;
}
const states = new WeakMap<Scene, SceneState>();

/** A name for the next take: the first "Take 1", "Take 2" … that there is none of yet. */
export function nextTakeName({ takes = [] }: Scene): string {
  for (let n = takes.length + 1; ; n++)
    if (!takes.some((t) => t.name === `Take ${n}`)) return `Take ${n}`;
}

/**
 * Saves the scene as it is, under a name, as a take of it; `at` is ms since 1970. Throws a SceneError if it has as many as it can.
 */
export const saveTake =
  (name: string, at: number): Edit =>
  (s) => {
    if ((s.takes?.length ?? 0) >= MOST_TAKES)
      throw new SceneError(
        `A scene has at most ${MOST_TAKES} takes. Delete one that you no longer need.`,
        [],
      );
    const scene = stateOf(original(s) ?? s);
    s.takes = [...(s.takes ?? []), { id: newId(), name, at, scene }];
  };

/** The take of an id; undefined if there is none. */
export const findTake = ({ takes }: Scene, id: string): Take | undefined =>
  takes?.find((t) => t.id === id);

export const renameTake =
  (id: string, name: string): Edit =>
  (s) => {
    const take = findTake(s, id);
    if (take) take.name = name;
  };

export const removeTake =
  (id: string): Edit =>
  (s) => {
    s.takes = s.takes?.filter((t) => t.id !== id);
    if (s.takes?.length === 0) delete s.takes;
  };

/** Makes the scene what it was in a take; all takes stay. */
export const backToTake =
  (id: string): Edit =>
  (s) => {
    const take = findTake(s, id);
    // What the take holds is shared, not copied.
    if (take) Object.assign(s, original(take)?.scene ?? take.scene);
  };

/** A copy of a layer of a take, with ids of its own; null if it is gone. */
export function layerOfTake(scene: Scene, take: string, id: string): Layer | null {
  const saved = findTake(scene, take);
  const found = saved && findLayer(saved.scene, id);
  return found ? copied(found, found.name) : null;
}
