import { useEffect } from 'react';
import type { Scene } from '@ignis/core/scene/model/schema';
import { saveScene, saveThumbnail } from '../storage/scenes';
import { picture } from '../workers/engine';
import { useBench } from './bench';
import { tellFailure, withoutIt } from './failure';

const REST = 500;
const LONGEST = 2000;
/** The same while something is dragged: to copy a large scene costs a frame. */
const LONGEST_DRAG = 10_000;
/** The longer side of a scene's picture on the shelf, px. */
const THUMBNAIL = 480;

/** Makes a scene's picture on the shelf. Where that fails, the last one stays: the scene is kept. */
export const shelve = async (id: string, scene: Scene): Promise<void> => {
  const made = picture({ scene, side: THUMBNAIL, background: true });
  await made
    .then((thumbnail) => saveThumbnail(id, thumbnail))
    .catch(withoutIt('The picture of the scene on the shelf failed'));
};

/**
 * Keeps the scene on the bench in the browser: half a second after the last change or the end of a drag,
 * every two seconds while changes go on (ten while one drag does), and when the page is hidden or left.
 */
export function useAutosave(): void {
  useEffect(() => {
    let timer = 0;
    let since = 0;
    let savedScene = useBench.getState().scene;
    let hasFailed = false;

    const save = async () => {
      window.clearTimeout(timer);
      since = 0;
      const { id, scene, set } = useBench.getState();
      if (scene === savedScene || !id) return;
      set({ saved: 'saving' });
      try {
        await saveScene(id, scene);
        savedScene = scene;
        hasFailed = false;
        const now = useBench.getState();
        if (now.id !== id) return;
        if (now.scene === scene) now.set({ saved: 'saved' });
        if (!now.gesture) void shelve(id, scene);
      } catch (error) {
        useBench.getState().set({ saved: 'failed' });
        if (!hasFailed) tellFailure('The scene is not saved', error);
        hasFailed = true;
      }
    };

    const stop = useBench.subscribe((state, before) => {
      if (state.id !== before.id) {
        savedScene = state.scene;
        return;
      }
      const dropped = before.gesture !== null && state.gesture === null;
      if (state.scene === before.scene && !dropped) return;
      if (state.scene !== before.scene && state.saved !== 'failed') state.set({ saved: 'changed' });
      since ||= Date.now();
      window.clearTimeout(timer);
      const [rest, longest] = state.gesture ? [LONGEST_DRAG, LONGEST_DRAG] : [REST, LONGEST];
      timer = window.setTimeout(
        () => void save(),
        Math.max(0, Math.min(rest, since + longest - Date.now())),
      );
    });
    const hidden = () => document.visibilityState === 'hidden' && void save();
    const leave = () => void save();
    document.addEventListener('visibilitychange', hidden);
    window.addEventListener('pagehide', leave);
    return () => {
      stop();
      void save();
      document.removeEventListener('visibilitychange', hidden);
      window.removeEventListener('pagehide', leave);
    };
  }, []);
}
