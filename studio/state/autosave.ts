import { useEffect } from 'react';
import type { Scene } from '@ignis/core/scene/model/schema';
import { saveScene, saveThumbnail } from '../storage/scenes';
import { assetBytes, picture } from '../workers/engine';
import { useBench } from './bench';
import { tellFailure, withoutIt } from './failure';
import { saveSchedulerOf } from './save-scheduler';

/** The longer side of a scene's picture on the shelf, px. */
const THUMBNAIL = 480;

/** Makes a scene's picture on the shelf. Where that fails, the last one stays: the scene is kept. */
export const shelve = async (id: string, scene: Scene): Promise<void> => {
  const made = picture({ scene, side: THUMBNAIL, background: true });
  await made
    .then((thumbnail) => saveThumbnail(id, thumbnail))
    .catch(withoutIt('The picture of the scene on the shelf failed'));
};

/** What saves the scene that was opened under an id. */
const schedulerOfScene = (id: string) =>
  saveSchedulerOf<Scene>(
    async (scene) => {
      const where = await saveScene(id, scene, { bytesOf: assetBytes });
      if (!useBench.getState().gesture) void shelve(id, scene);
      return where;
    },
    (saved, error) => {
      const now = useBench.getState();
      if (now.id === id) now.set({ saved });
      if (error) tellFailure('The scene is not saved', error);
    },
  );

/**
 * Saves the scene on the bench in the browser, and when the page is hidden or left. Asks before the page is left with
 * something that is not saved.
 */
export function useAutosave(): void {
  useEffect(() => {
    let scheduler = schedulerOfScene(useBench.getState().id);
    const stop = useBench.subscribe((state, before) => {
      if (state.id !== before.id) {
        void scheduler.flush();
        scheduler = schedulerOfScene(state.id);
        return;
      }
      const dropped = before.gesture !== null && state.gesture === null;
      if (state.scene !== before.scene || (dropped && scheduler.pending()))
        scheduler.changed(state.scene, state.gesture !== null);
    });
    const hidden = () => document.visibilityState === 'hidden' && void scheduler.flush();
    const leave = () => void scheduler.flush();
    const ask = (e: BeforeUnloadEvent) => {
      const { saved, history } = useBench.getState();
      const isOnlyHere = saved === 'page' && history.past.length > 0;
      if (!scheduler.pending() && !isOnlyHere) return;
      void scheduler.flush();
      e.preventDefault();
    };
    document.addEventListener('visibilitychange', hidden);
    window.addEventListener('pagehide', leave);
    window.addEventListener('beforeunload', ask);
    return () => {
      stop();
      void scheduler.flush();
      document.removeEventListener('visibilitychange', hidden);
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('beforeunload', ask);
    };
  }, []);
}
