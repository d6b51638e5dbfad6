import type { Change, Edit, History } from '@ignis/core/scene/edits/edit';
import { EMPTY_HISTORY, edit, limited, redo, remember, undo } from '@ignis/core/scene/edits/edit';
import { newScene } from '@ignis/core/scene/model/make';
import type { Scene } from '@ignis/core/scene/model/schema';

/** The document on the bench: the scene, what was done to it, and the drag that is going on. Pure: all is in, all is out. */
export interface Document {
  id: string;
  scene: Scene;
  /** The scene as it was when the bench was opened, to compare with. */
  opened: Scene;
  history: History;
  /** A drag under way: where it began, and the change it comes to so far. */
  gesture: { base: Scene; label: string; change: Change | null } | null;
  /** Shown instead of the scene while something is only suggested; never saved. */
  ghost: Scene | null;
}

/** A document of a scene that nothing was done to yet. */
export const openedDocument = (id: string, scene: Scene): Document => ({
  ...{ id, scene, opened: scene },
  ...{ history: EMPTY_HISTORY, gesture: null, ghost: null },
});

/** The bench before a scene is opened. */
export const NO_DOCUMENT: Document = openedDocument('', newScene('', 1, 1, null));

/** What comes of an edit: the document after it, and the limits of numbers that it met. */
interface Edited {
  next: Partial<Document>;
  clamped: string[];
}

/**
 * After one change, which is one step of undo; null if it changes nothing. A drag must have ended. Throws a SceneError
 * for a change after which the scene would be none.
 */
export function changed({ scene, history }: Document, label: string, change: Edit): Edited | null {
  const raw = edit(scene, label, change);
  if (raw.change.patches.length === 0) return null;
  const { clamped, ...done } = limited(raw.scene, raw.change);
  return {
    next: { scene: done.scene, history: remember(history, done.change), ghost: null },
    clamped,
  };
}

/** In the middle of a drag: each change counts from where the drag began. */
export function dragged(
  { scene, gesture }: Document,
  label: string,
  change: Edit,
): Partial<Document> {
  const base = gesture?.base ?? scene;
  const done = edit(base, label, change);
  return { scene: done.scene, gesture: { base, label, change: done.change }, ghost: null };
}

/**
 * After a drag, which becomes one step of undo; null if none was going on. Throws a SceneError for a drag after which
 * the scene would be none.
 */
export function dropped({ scene, gesture, history }: Document): Edited | null {
  if (!gesture) return null;
  if (!gesture.change) return { next: { gesture: null }, clamped: [] };
  const { clamped, ...done } = limited(scene, gesture.change);
  return {
    next: { gesture: null, scene: done.scene, history: remember(history, done.change) },
    clamped,
  };
}

/** After a drag that is taken back; null if none was going on. */
export const takenBack = ({ gesture }: Document): Partial<Document> | null =>
  gesture && { scene: gesture.base, gesture: null };

/** After one step of undo or redo, and its label; null if there is none. A drag must have ended. */
export function travelled(
  { scene, history }: Document,
  way: 'undo' | 'redo',
): (Partial<Document> & { scene: Scene; label: string }) | null {
  const to = (way === 'undo' ? undo : redo)(scene, history);
  return to && { scene: to.scene, history: to.history, ghost: null, label: to.label };
}
