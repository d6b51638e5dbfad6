import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { claimScene, type Claim } from '../storage/claim';
import { loadScene, storedAs, watchScene } from '../storage/scenes';
import { addAsset, beginStage, endStage, pausePictures, warmUp, whenHung } from '../workers/engine';
import { tellAside } from './aside';
import { flushSaves, shelve } from './autosave';
import { useBench } from './bench';
import { beginOpening, endOpening } from './crash-loop';
import { tellFailure } from './failure';
import { changedOutside, follow } from './outside-changes';

/**
 * The scene that a bench is opened on: loaded, claimed for this tab, and followed where another tab works on it.
 */

whenHung(() =>
  toast('The picture took too long', {
    id: 'hung',
    description: 'What makes it was started anew, and makes it again, coarser.',
  }),
);

/** What this tab's claim on its scene is; null while none is open. */
let claim: Claim | null = null;

/** Takes the scene over from the tab that works on it. */
export const takeOver = (): void => {
  claim?.takeOver().catch((error) => tellFailure('The scene could not be taken over', error));
};

/** Opens a scene on the bench. Returns the id of the one that is open, and what is wrong if it cannot be opened. */
export function useOpenedScene(id: string): { ready: string; fault: string | null } {
  const [fault, setFault] = useState<string | null>(null);
  const [ready, setReady] = useState('');

  useEffect(() => {
    let isGone = false;
    let isHeld = false;
    let stop = () => {};
    warmUp();
    setFault(null);
    const release = beginOpening(id) ? pausePictures() : null;
    useBench.getState().set({ resumePictures: release });

    const open = async () => {
      const found = await loadScene(id);
      if (isGone) return;
      if (!found)
        return setFault(
          'This scene is not on your shelf. It may have been deleted, or made in another browser.',
        );
      for (const [name, bytes] of found.assets) addAsset(name, bytes);
      tellAside(found.aside, 'The scene as it was stands on the shelf beside it.');
      const { scene, thumbnail } = found.record;
      beginStage();
      useBench.getState().open(id, scene);
      useBench.getState().set({
        ...{ stored: storedAs(found.record), readOnly: !isHeld },
        ...{ cover: thumbnail, isShown: false },
      });
      setReady(id);
      // A scene from a file or an example has no picture on the shelf yet.
      if (!thumbnail) void shelve(id, scene);
      stop = watchScene(id, (record) => void changedOutside(id, record));
    };

    const own = claimScene(id, {
      held(is) {
        isHeld = is;
        if (useBench.getState().id !== id) return;
        if (!is) useBench.getState().set({ readOnly: true });
        // What the other tab stored last is what is gone on from.
        else
          void loadScene(id).then(async (found) => {
            if (found) await follow(found.record);
            if (isHeld) useBench.getState().set({ readOnly: false });
          });
      },
      handOver() {
        useBench.getState().drop();
        return flushSaves();
      },
    });
    claim = own;
    open().catch((error: Error) => !isGone && setFault(error.message));

    window.addEventListener('pagehide', endOpening);
    return () => {
      isGone = true;
      stop();
      release?.();
      endStage();
      endOpening();
      window.removeEventListener('pagehide', endOpening);
      void flushSaves().finally(() => own.release());
      if (claim === own) claim = null;
    };
  }, [id]);

  return { ready, fault };
}
