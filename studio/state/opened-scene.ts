import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { claimScene, type Claim } from '../storage/claim';
import { requestPersistence } from '../storage/persistence';
import { loadScene, storedAs, type Stored } from '../storage/scenes';
import { watchScene } from '../storage/records';
import {
  addAsset,
  beginStage,
  endStage,
  pausePictures,
  prepareScene,
  startWorkers,
  whenHung,
} from '../workers/engine';
import { arrived, arrivingAs, type ArrivingFile, type Shown } from './arriving';
import { tellAside } from './aside';
import { flushSaves, hasUnsaved, shelve } from './autosave';
import { useBench } from './bench';
import { beginOpening, endOpening } from './crash-loop';
import { tellFailure } from './failure';
import { beginTimes, noteNext } from './opening-times';
import { changedOutside } from './outside-changes';
import { t } from '../words/t';
import { errorWords } from '../words/error-words';

/**
 * The scene that a bench is opened on: loaded, claimed for this tab, and followed where another tab works on it.
 */

whenHung(() =>
  toast(t`The picture took too long`, {
    id: 'hung',
    description: t`What makes it was started anew, and makes it again, coarser.`,
  }),
);

/** What this tab's claim on its scene is; null while none is open. */
let claim: Claim | null = null;

/** Takes the scene over from the tab that works on it. */
export const takeOver = (): void => {
  claim?.takeOver().catch((error) => tellFailure(t`The scene could not be taken over`, error));
};

const unsaved = { isPending: hasUnsaved, flush: flushSaves };

/** A scene as it comes to the bench. */
interface Found {
  scene: Scene;
  assets: ReadonlyMap<string, Blob>;
  /** As what it is stored; null if it is not yet: the first save does that. */
  stored: Stored | null;
  thumbnail: Blob | null;
}

/** A scene of a file, which need not be stored before it is seen. */
async function fromFile({ opened }: ArrivingFile): Promise<Found> {
  const { aside, ...found } = await opened;
  // Most browsers do not ask the artist; what they would refuse now they may grant later.
  void requestPersistence();
  tellAside(aside, t`The file still holds the scene as it was.`);
  return { ...found, stored: null };
}

/** A scene of the shelf; null if it is not there. */
async function fromShelf(id: string): Promise<Found | null> {
  const found = await loadScene(id);
  if (!found) return null;
  tellAside(found.aside, t`The scene as it was stands on the shelf beside it.`);
  const { scene, thumbnail } = found.record;
  return { scene, thumbnail, assets: found.assets, stored: storedAs(found.record) };
}

/** A scene as it is to be begun with: by another name, without some layers. */
const begun = (scene: Scene, { name = scene.name, without = [] }: Shown): Scene =>
  name === scene.name && without.length === 0
    ? scene
    : { ...scene, name, layers: scene.layers.filter((l) => !without.includes(l.name)) };

/** Selects the layer that is to be seen, and begins what is to be done with it. */
function showOf({ layer: name, mode, step: kind }: Shown): void {
  const { scene, select, set } = useBench.getState();
  const layer = everyLayer(scene.layers).find((l) => l.name === name);
  if (!layer) return;
  select(layer.id);
  const step = layer.steps.find((s) => s.kind === kind);
  set({ ...(mode && { mode }), ...(step && { step: step.id }) });
}

/** Opens a scene on the bench. Returns the id of the one that is open, and what is wrong if it cannot be opened. */
export function useOpenedScene(id: string): { ready: string; fault: string | null } {
  const [fault, setFault] = useState<string | null>(null);
  const [ready, setReady] = useState('');

  useEffect(() => {
    let isGone = false;
    let isHeld = false;
    let stop = () => {};
    startWorkers();
    setFault(null);
    const release = beginOpening(id) ? pausePictures() : null;
    useBench.getState().set({ resumePictures: release });

    const open = async () => {
      const arriving = arrivingAs(id);
      if (!arriving) beginTimes();
      const found = arriving?.file ? await fromFile(arriving.file) : await fromShelf(id);
      if (isGone) return;
      if (!found)
        return setFault(
          t`This scene is not on your shelf. It may have been deleted, or made in another browser.`,
        );
      const { scene: whole, assets, stored, thumbnail } = found;
      const scene = begun(whole, arriving?.show ?? {});
      for (const [name, bytes] of assets) addAsset(name, bytes);
      if (!release) prepareScene(scene);
      noteNext('file');
      beginStage();
      useBench.getState().open(id, scene);
      if (arriving?.show) showOf(arriving.show);
      useBench.getState().set({
        // One of the whole example is none of what is begun with.
        ...{ stored, thumbnail: scene === whole ? thumbnail : null, readOnly: !isHeld },
        ...{ cover: arriving?.cover ?? thumbnail, isShown: false },
      });
      arrived();
      setReady(id);
      if (stored && !thumbnail) void shelve(id, scene);
      stop = watchScene(id, (record) => void changedOutside(id, record, unsaved));
    };

    const own = claimScene(id, {
      held(is) {
        isHeld = is;
        if (useBench.getState().id !== id) return;
        if (!is) useBench.getState().set({ readOnly: true });
        // What the other tab stored last is what is gone on from.
        else
          void loadScene(id).then(async (found) => {
            if (found) await changedOutside(id, found.record, unsaved);
            if (isHeld) useBench.getState().set({ readOnly: false });
          });
      },
      handOver() {
        useBench.getState().drop();
        return flushSaves();
      },
    });
    claim = own;
    open().catch((error: Error) => !isGone && setFault(errorWords(error)));

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
