import { useEffect } from 'react';
import type { Scene } from '@ignis/core/scene/model/schema';
import { SceneConflict, saveScene, storedAs, type SavedAs, type Stored } from '../storage/scenes';
import { saveThumbnail } from '../storage/records';
import { retainingAssets } from '../storage/assets';
import { assetBytes, picture } from '../workers/engine';
import { useBench } from './bench';
import { tellFailure, withoutIt } from './failure';
import { broughtTogether } from './outside-changes';
import { saveSchedulerOf, type SaveScheduler } from './save-scheduler';
import { t } from '../words/t';

/** The longer side of a scene's picture on the shelf, px. */
const THUMBNAIL = 480;

/** Makes a scene's picture on the shelf. Where that fails, the last one stays: the scene is kept. */
export const shelve = async (id: string, scene: Scene): Promise<void> => {
  const made = picture({ scene, side: THUMBNAIL, background: true });
  await made
    .then((thumbnail) => saveThumbnail(id, thumbnail))
    .catch(withoutIt('The picture of the scene on the shelf failed'));
};

/** How long after a save, with none after it, the scene's picture on the shelf is made, ms. */
const SHELVED = 1500;
let shelving: ReturnType<typeof setTimeout> | undefined;

const shelveLater = (id: string, scene: Scene): void => {
  clearTimeout(shelving);
  shelving = setTimeout(() => void shelve(id, scene), SHELVED);
};

/** Writes a scene over what is stored of it, so far as is known; what others wrote meanwhile is not lost. */
async function write(
  id: string,
  scene: Scene,
  over: Stored | null,
  thumbnail?: Blob | null,
): Promise<SavedAs> {
  try {
    // Its pictures are stored before it: on the way nobody may take them for unused, the bench being left perhaps.
    return await retainingAssets(() =>
      saveScene(id, scene, { bytesOf: assetBytes, over, thumbnail }),
    );
  } catch (error) {
    if (!(error instanceof SceneConflict)) throw error;
    const theirs = storedAs(error.record);
    const both = await broughtTogether(scene, over, error.record);
    return both ? write(id, both, theirs) : { where: 'saved', stored: theirs };
  }
}

/** What saves the scene that was opened under an id. */
function schedulerOfScene(id: string): SaveScheduler<Scene> {
  // The bench may have another scene by the time that the last of this one is written.
  let known: Stored | null = null;
  return saveSchedulerOf<Scene>(
    async (scene) => {
      const before = useBench.getState();
      if (before.id === id) known = before.stored;
      // A scene that was never stored may bring its picture along.
      const first = known === null && before.id === id ? before.thumbnail : null;
      const { where, stored } = await write(id, scene, known, first ?? undefined);
      known = stored;
      if (useBench.getState().id === id) useBench.getState().set({ stored, thumbnail: null });
      if (!first && !useBench.getState().gesture) shelveLater(id, scene);
      return where;
    },
    (saved, error) => {
      const now = useBench.getState();
      if (now.id === id) now.set({ saved });
      if (error) tellFailure(t`The scene is not saved`, error);
    },
  );
}

let scheduler: SaveScheduler<Scene> | null = null;

/** Stores at once what of the scene on the bench is not stored yet. */
export const flushSaves = (): Promise<void> => scheduler?.flush() ?? Promise.resolve();

/** Whether something of the scene on the bench is not stored yet. */
export const hasUnsaved = (): boolean => scheduler?.pending() ?? false;

/**
 * Saves the scene on the bench in the browser, and when the page is hidden or left. Asks before the page is left with
 * something that is not saved.
 */
export function useAutosave(): void {
  useEffect(() => {
    const { id, scene, stored } = useBench.getState();
    let own = (scheduler = schedulerOfScene(id));
    if (!stored) own.changed(scene, false);
    const stop = useBench.subscribe((state, before) => {
      if (state.id !== before.id) {
        void own.flush();
        own = scheduler = schedulerOfScene(state.id);
        return;
      }
      const isOfOthers =
        state.scene !== before.scene &&
        state.stored !== before.stored &&
        state.scene === state.stored?.scene;
      // What was not written stands on the shelf beside it.
      if (isOfOthers) return own.abandon();
      const dropped = before.gesture !== null && state.gesture === null;
      if (state.scene !== before.scene || (dropped && own.pending()))
        own.changed(state.scene, state.gesture !== null);
    });
    const hidden = () => document.visibilityState === 'hidden' && void own.flush();
    const leave = () => void own.flush();
    const ask = (e: BeforeUnloadEvent) => {
      const { saved, history } = useBench.getState();
      const isOnlyHere = saved === 'page' && history.past.length > 0;
      if (!own.pending() && !isOnlyHere) return;
      void own.flush();
      e.preventDefault();
    };
    document.addEventListener('visibilitychange', hidden);
    window.addEventListener('pagehide', leave);
    window.addEventListener('beforeunload', ask);
    return () => {
      stop();
      void own.flush();
      document.removeEventListener('visibilitychange', hidden);
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('beforeunload', ask);
    };
  }, []);
}
