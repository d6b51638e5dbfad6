import { toast } from 'sonner';
import { setScene } from '@ignis/core/scene/edits/layer-edits';
import { newId } from '@ignis/core/scene/model/new-id';
import { assetsOf } from '@ignis/core/scene/model/needs';
import { type Scene } from '@ignis/core/scene/model/schema';
import { MAX_NAME, shortened } from '@ignis/core/scene/model/bounds';
import { loadAssets } from '../storage/assets';
import type { SceneRecord } from '../storage/database';
import { saveScene, storedAs, type Stored } from '../storage/scenes';
import { addAsset, assetBytes } from '../workers/engine';
import { useBench } from './bench';
import { t } from '../words/t';

/** What other tabs and the shelf write to the scene on the bench, brought together with what is on it, so that neither is lost. */

/** Loads the pictures that a stored scene has and the page has not. */
async function bringAssets({ scene }: Stored): Promise<void> {
  const missing = assetsOf(scene).filter((name) => !assetBytes(name));
  for (const [name, bytes] of await loadAssets(missing)) addAsset(name, bytes);
}

/** Whether what is stored is newer than what the bench has of the same scene. */
function isNewer(id: string, { revision }: Stored): boolean {
  const now = useBench.getState();
  return now.id === id && (!now.stored || revision > now.stored.revision);
}

/** Shows a scene as another tab has stored it. */
async function follow(record: SceneRecord): Promise<void> {
  const stored = storedAs(record);
  if (!isNewer(record.id, stored)) return;
  await bringAssets(stored);
  if (isNewer(record.id, stored)) useBench.getState().follow(stored);
}

/**
 * The scene was written, perhaps by another tab or the shelf. What the bench has that is not stored is written by
 * `flush`, which finds out about the other.
 */
export async function changedOutside(
  id: string,
  record: SceneRecord | undefined,
  { isPending, flush }: { isPending(): boolean; flush(): Promise<void> },
): Promise<void> {
  const { id: here, readOnly, saved, stored, scene } = useBench.getState();
  // What this tab is writing finds that out by itself.
  if (here !== id || saved === 'saving' || !stored) return;
  if (!record)
    return void toast(t`This scene was deleted from the shelf`, {
      id: 'deleted',
      description: t`It stays open here, and your next change puts it back.`,
    });
  if ((record.revision ?? 0) <= stored.revision) return;
  if (isPending()) await flush();
  else if (!readOnly && isRenamed(stored.scene, record.scene))
    await broughtTogether(scene, stored, record);
  else await follow(record);
}

/** Whether two scenes differ in their names alone. */
const isRenamed = (a: Scene, b: Scene): boolean =>
  a.name !== b.name && JSON.stringify({ ...a, name: '' }) === JSON.stringify({ ...b, name: '' });

/**
 * Brings a scene, which was opened or last written as `stored`, together with what another tab or the shelf has stored of it
 * since. Returns what is to be stored then; null if nothing is.
 */
export async function broughtTogether(
  scene: Scene,
  stored: Stored | null,
  record: SceneRecord,
): Promise<Scene | null> {
  const { id, set, change, drop } = useBench.getState();
  const theirs = storedAs(record);
  if (stored && isRenamed(stored.scene, theirs.scene)) {
    if (id === record.id) set({ stored: theirs });
    const { name } = scene.name === stored.scene.name ? theirs.scene : scene;
    if (id === record.id && name !== scene.name) change(t`Rename the scene`, setScene({ name }));
    return { ...scene, name };
  }
  const name = shortened(t`${scene.name}, from this tab`, MAX_NAME);
  const copy = newId();
  await saveScene(copy, { ...scene, name }, { thumbnail: record.thumbnail, bytesOf: assetBytes });
  await bringAssets(theirs);
  // What was changed here meanwhile is stored too, before the other's takes its place.
  for (let last = scene; isNewer(record.id, theirs);) {
    drop();
    const now = useBench.getState().scene;
    if (now === last) {
      useBench.getState().follow(theirs);
      break;
    }
    last = now;
    await saveScene(copy, { ...last, name }, { bytesOf: assetBytes });
  }
  toast.warning(t`Another tab has changed this scene too`, {
    description: t`You see what it has stored. What you had here stands on the shelf as “${name}”.`,
    duration: 20_000,
  });
  return null;
}
