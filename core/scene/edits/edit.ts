import type { Patch } from 'immer';
import { applyPatches, enablePatches, produceWithPatches } from 'immer';
import { withinLimits } from '../model/limits';
import type { Scene } from '../model/schema';

enablePatches();

/** A change to a scene, written as if the scene could be changed in place. It must not return. */
export type Edit = (draft: Scene) => void;

/** One step of undo: what to do to a scene, and how to take it back. */
export interface Change {
  label: string;
  patches: Patch[];
  inverse: Patch[];
}

/** The scene after an edit, and the change that led to it. The scene given is left alone. */
export function edit(scene: Scene, label: string, change: Edit): { scene: Scene; change: Change } {
  const [next, patches, inverse] = produceWithPatches(scene, change);
  return { scene: next, change: { label, patches, inverse } };
}

/**
 * A scene that a change led to, brought within its limits, and the change that leads there; `clamped` says which limits
 * of numbers were met. Throws a SceneError if the scene cannot be one.
 */
export function limited(
  scene: Scene,
  change: Change,
): { scene: Scene; change: Change; clamped: string[] } {
  const { scene: within, clamped } = withinLimits(scene);
  if (within === scene) return { scene, change, clamped };
  const more = edit(scene, change.label, (s) => void Object.assign(s, within)).change;
  return {
    scene: within,
    change: {
      label: change.label,
      patches: [...change.patches, ...more.patches],
      inverse: [...more.inverse, ...change.inverse],
    },
    clamped,
  };
}

/** A list of changes and a place in it. */
export interface History {
  past: Change[];
  future: Change[];
}

export const EMPTY_HISTORY: History = { past: [], future: [] };
const LONGEST = 500;

/** The history with one more change; what had been undone is gone. A change of nothing adds nothing. */
export function remember(history: History, change: Change): History {
  if (change.patches.length === 0) return history;
  return { past: [...history.past, change].slice(-LONGEST), future: [] };
}

/** Takes the last change back; null if there is none. */
export function undo(
  scene: Scene,
  history: History,
): { scene: Scene; history: History; label: string } | null {
  const change = history.past.at(-1);
  if (!change) return null;
  return {
    scene: applyPatches(scene, change.inverse),
    history: { past: history.past.slice(0, -1), future: [...history.future, change] },
    label: change.label,
  };
}

/** Does the last change taken back again; null if there is none. */
export function redo(
  scene: Scene,
  history: History,
): { scene: Scene; history: History; label: string } | null {
  const change = history.future.at(-1);
  if (!change) return null;
  return {
    scene: applyPatches(scene, change.patches),
    history: { past: [...history.past, change], future: history.future.slice(0, -1) },
    label: change.label,
  };
}
