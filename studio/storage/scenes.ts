import { parseScene, readScene } from '@ignis/core/scene/model/check';
import { newId } from '@ignis/core/scene/model/new-id';
import { assetsOf } from '@ignis/core/scene/model/needs';
import type { Aside, Salvaged } from '@ignis/core/scene/model/salvage';
import type { Scene } from '@ignis/core/scene/model/schema';
import { MAX_NAME, shortened } from '@ignis/core/scene/model/bounds';
import { loadAssets, restoreAssets, saveAsset } from './assets';
import { database, inDatabase, pageChanged } from './connection';
import type { SceneRecord } from './database';
import { addEarlier, moveEarlier } from './earlier';
import { withRoom } from './full';
import { requestPersistence } from './persistence';
import { inPage, restoreScene } from './records';
import { t } from '../words/t';

/** The artist's scenes, with what is within them. */

/** A scene that was opened. */
export interface Opened {
  record: SceneRecord;
  assets: Map<string, Blob>;
  /** What was damaged, and is no longer in it. */
  aside: Aside[];
}

/**
 * A scene and its pictures; null if there is none of that id. Of a damaged one what is sound is opened, and what was
 * there before stays on the shelf as it was. Throws a SceneError if nothing of it can be opened.
 */
export async function loadScene(id: string): Promise<Opened | null> {
  const record = await inDatabase<SceneRecord | undefined>(
    () => database.scenes.get(id),
    () => inPage.get(id),
  );
  if (!record) return null;
  const { scene, aside } = await soundPart(record);
  const names = assetsOf(scene);
  const assets = await loadAssets(names);
  const lost = new Map(
    names.filter((n) => !assets.has(n)).map((n) => [n, t`Its file is no longer in this browser.`]),
  );
  if (aside.length === 0 && lost.size === 0) return { record: { ...record, scene }, assets, aside };
  const { withoutAssets } = await import('@ignis/core/scene/model/salvage');
  const left = withoutAssets(scene, lost);
  const whole = newId();
  await restoreScene({
    ...record,
    id: whole,
    scene: { ...record.scene, name: shortened(t`${scene.name}, as it was`, MAX_NAME) },
  });
  await moveEarlier(id, whole);
  const opened = { ...record, scene: left.scene, revision: (record.revision ?? 0) + 1 };
  await restoreScene(opened);
  return { record: opened, assets, aside: [...aside, ...left.aside] };
}

/** What of a record can be opened. Throws a SceneError if nothing can. */
async function soundPart(record: SceneRecord): Promise<Salvaged> {
  const { scene } = readScene(record.scene);
  if (scene) return { scene, aside: [] };
  const { salvaged } = await import('@ignis/core/scene/model/salvage');
  // What cannot be salvaged is read once more, which names the fault.
  return salvaged(record.scene) ?? { scene: parseScene(record.scene), aside: [] };
}

/**
 * A scene as it is saved: within its limits; one that cannot be brought there is saved whole, as it is. What does that is
 * loaded when it is needed: the bench has it already, and the shelf starts without it.
 */
async function savable(scene: Scene): Promise<Scene> {
  try {
    const { withinLimits } = await import('@ignis/core/scene/model/limits');
    return withinLimits(scene).scene;
  } catch {
    return scene;
  }
}

/** A scene as it is stored, so far as the page knows. */
export interface Stored {
  scene: Scene;
  revision: number;
  /** When it was saved, ms since 1970. */
  changed: number;
}

/** A stored record as the page knows it. */
export const storedAs = ({ scene, revision = 0, changed }: SceneRecord): Stored => ({
  ...{ scene, revision, changed },
});

/** A scene is stored otherwise than the page knows: another tab, or the shelf, has written it meanwhile. */
export class SceneConflict extends Error {
  constructor(readonly record: SceneRecord) {
    super(t`The scene was changed in another tab.`);
    this.name = 'SceneConflict';
  }
}

/** What is saved beside a scene. */
interface Beside {
  /** Its small picture; left out, the one it has stays. */
  thumbnail?: Blob | null;
  /** The bytes of a picture that the page still has, should the database have lost it. */
  bytesOf?(asset: string): Blob | undefined;
  /** What it is written over: it becomes one of the scene's earlier states. Left out, anything. */
  over?: Stored | null;
}

/** Where a scene is after it was saved: in the database, or in this page alone; and as what. */
export interface SavedAs {
  where: 'saved' | 'page';
  stored: Stored;
}

/**
 * Stores a scene under an id, making it if it is new. Pictures of the scene that are not in the database are put there
 * again. What it returned from is on the disk. Throws a SceneConflict if another is stored than the one it is to be
 * written over, a StorageFull if there is no room, and an Error that names a picture that is lost.
 */
export const saveScene = (
  id: string,
  given: Scene,
  { thumbnail, bytesOf, over }: Beside = {},
): Promise<SavedAs> =>
  withRoom(async () => {
    const scene = await savable(given);
    const now = Date.now();
    const fresh = (old: SceneRecord | undefined): SceneRecord => {
      if (old && over && (old.revision ?? 0) !== over.revision) throw new SceneConflict(old);
      return {
        id,
        scene,
        created: old?.created ?? now,
        changed: now,
        thumbnail: thumbnail === undefined ? (old?.thumbnail ?? null) : thumbnail,
        revision: (old?.revision ?? 0) + 1,
      };
    };
    return inDatabase<SavedAs>(
      async () => {
        // Pictures first: a scene must not stand there without them, should the page end in between.
        const isLost = await restoreAssets(assetsOf(scene), bytesOf);
        const record = await database.transaction(
          'rw',
          database.scenes,
          database.earlier,
          async () => {
            const made = fresh(await database.scenes.get(id));
            await database.scenes.put(made);
            if (over) await addEarlier(id, over, made);
            return made;
          },
        );
        if (isLost)
          throw new Error(
            t`A picture of the scene is no longer in this browser. Save the scene as a file, and bring the picture in again.`,
          );
        return { where: 'saved', stored: storedAs(record) };
      },
      () => {
        const record = fresh(inPage.get(id));
        inPage.set(id, record);
        pageChanged();
        return { where: 'page', stored: storedAs(record) };
      },
    );
  });

/** A new scene with its pictures; returns its id. */
export async function createScene(
  scene: Scene,
  assets: Map<string, Blob>,
  thumbnail: Blob | null = null,
): Promise<string> {
  const id = newId();
  // Most browsers do not ask the artist; what they would refuse now they may grant later.
  void requestPersistence();
  for (const [name, bytes] of assets) await saveAsset(name, bytes);
  await saveScene(id, scene, { thumbnail });
  return id;
}
