import { parseScene, readScene } from '@ignis/core/scene/model/check';
import { newId } from '@ignis/core/scene/model/make';
import { assetsMentioned, assetsOf } from '@ignis/core/scene/model/needs';
import type { Aside, Salvaged } from '@ignis/core/scene/model/salvage';
import type { Scene } from '@ignis/core/scene/model/schema';
import { MAX_NAME, shortened } from '@ignis/core/scene/model/schema';
import type { AssetRecord, SceneRecord } from './database';
import { database, inDatabase } from './connection';

/** Keeping the artist's scenes. Where the browser gives no database, they last as long as the page. */

export { storageFault } from './connection';

const inMemory = { scenes: new Map<string, SceneRecord>(), assets: new Map<string, Blob>() };

const listeners = new Set<() => void>();
const notifying = async <T>(task: Promise<T>): Promise<T> => {
  const value = await task;
  for (const listener of listeners) listener();
  return value;
};

/** Calls a listener after every change to the scenes; returns what ends that. */
export function watchScenes(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

const byChange = (a: SceneRecord, b: SceneRecord) => (b.changed || 0) - (a.changed || 0);

/** Whether a record has what its card on the shelf shows; of one that was damaged anything may be missing. */
export function hasScene({ scene }: { scene: Partial<Scene> | null | undefined }): boolean {
  return (
    typeof scene?.name === 'string' && Number.isFinite(scene.width) && Number.isFinite(scene.height)
  );
}

/** All scenes, the last changed first; damaged ones too. */
export const listScenes = (): Promise<SceneRecord[]> =>
  inDatabase(
    async () => (await database.scenes.toArray()).sort(byChange),
    () => [...inMemory.scenes.values()].sort(byChange),
  );

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
    () => inMemory.scenes.get(id),
  );
  if (!record) return null;
  const { scene, aside } = await soundPart(record);
  const names = assetsOf(scene);
  const assets = await loadAssets(names);
  const lost = names.filter((n) => !assets.has(n));
  if (lost.length > 0)
    throw new Error(
      `“${scene.name}” lacks ${lost.length} of its pictures in this browser. Open it from its saved file.`,
    );
  return { record: { ...record, scene }, assets, aside };
}

/** What of a record can be opened. If that is not all of it, the record is stored a second time, as it is. */
async function soundPart(record: SceneRecord): Promise<Salvaged> {
  const { scene } = readScene(record.scene);
  if (scene) return { scene, aside: [] };
  const { salvaged } = await import('@ignis/core/scene/model/salvage');
  const left = salvaged(record.scene);
  // Which throws, and names the fault.
  if (!left) return { scene: parseScene(record.scene), aside: [] };
  await restoreScene({
    ...record,
    id: newId(),
    scene: { ...record.scene, name: shortened(`${left.scene.name}, as it was`, MAX_NAME) },
  });
  await restoreScene({ ...record, scene: left.scene });
  return left;
}

/** The files of these assets, as far as they are here. */
export async function loadAssets(names: string[]): Promise<Map<string, Blob>> {
  const found = await inDatabase(
    () => database.assets.bulkGet(names),
    () => names.map((name) => ({ name, bytes: inMemory.assets.get(name)! })),
  );
  return new Map(found.flatMap((a) => (a?.bytes ? [[a.name, a.bytes] as const] : [])));
}

/** Keeps a picture's file. Throws a StorageFull if there is no room. */
export const saveAsset = (name: string, bytes: Blob): Promise<void> =>
  guarded(() =>
    inDatabase(
      async () => void (await database.assets.put({ name, bytes })),
      () => void inMemory.assets.set(name, bytes),
    ),
  );

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

/** What is saved beside a scene. */
interface Beside {
  /** Its small picture; left out, the one it has stays. */
  thumbnail?: Blob | null;
  /** The bytes of a picture that the page still has, should the database have lost it. */
  bytesOf?(asset: string): Blob | undefined;
}

/**
 * Keeps a scene under an id, making it if it is new, and returns where it is then: saved, or in this page alone, where
 * there is no database. Pictures of the scene that are not in the database are put there again. What it returned from
 * is on the disk. Throws a StorageFull if there is no room, and an Error that names a picture that is lost.
 */
export const saveScene = (
  id: string,
  given: Scene,
  { thumbnail, bytesOf }: Beside = {},
): Promise<'saved' | 'page'> =>
  guarded(async () => {
    const scene = await savable(given);
    const now = Date.now();
    const fresh = (old: SceneRecord | undefined): SceneRecord => ({
      id,
      scene,
      created: old?.created ?? now,
      changed: now,
      thumbnail: thumbnail === undefined ? (old?.thumbnail ?? null) : thumbnail,
    });
    return notifying(
      inDatabase<'saved' | 'page'>(
        async () => {
          // Pictures first: a scene must not stand there without them, should the page end in between.
          const lost = await restoreAssets(scene, bytesOf);
          await database.transaction('rw', database.scenes, async () => {
            await database.scenes.put(fresh(await database.scenes.get(id)));
          });
          if (lost)
            throw new Error(
              'A picture of the scene is no longer in this browser. Save the scene as a file, and bring the picture in again.',
            );
          return 'saved';
        },
        () => {
          inMemory.scenes.set(id, fresh(inMemory.scenes.get(id)));
          return 'page';
        },
      ),
    );
  });

/** Puts pictures and fonts of a scene that the database has lost there again; returns whether any has no bytes any more. */
async function restoreAssets(scene: Scene, bytesOf: Beside['bytesOf']): Promise<boolean> {
  const names = assetsOf(scene);
  const here = new Set(await database.assets.where('name').anyOf(names).primaryKeys());
  const missing = names
    .filter((name) => !here.has(name))
    .map((name) => ({ name, bytes: bytesOf?.(name) }));
  await database.assets.bulkPut(missing.filter((a): a is AssetRecord => a.bytes !== undefined));
  return missing.some((a) => !a.bytes);
}

/** Changes the stored record of a scene, and nothing else of it; does nothing if there is none. */
const changeRecord = (
  id: string,
  change: (record: SceneRecord) => Partial<SceneRecord>,
): Promise<void> =>
  guarded(() =>
    notifying(
      inDatabase(
        async () =>
          void (await database.scenes
            .where('id')
            .equals(id)
            .modify((record) => void Object.assign(record, change(record)))),
        () => {
          const old = inMemory.scenes.get(id);
          if (old) inMemory.scenes.set(id, { ...old, ...change(old) });
        },
      ),
    ),
  );

/** Gives a scene another name, as it is stored now, and not as a page may have it. Throws a StorageFull without room. */
export const renameScene = (id: string, name: string): Promise<void> =>
  changeRecord(id, ({ scene }) => ({
    scene: { ...scene, name: shortened(name, MAX_NAME) },
    changed: Date.now(),
  }));

/** Sets a scene's thumbnail; its date stays. Throws a StorageFull without room. */
export const saveThumbnail = (id: string, thumbnail: Blob): Promise<void> =>
  changeRecord(id, () => ({ thumbnail }));

/** A new scene with its pictures; returns its id. */
export async function createScene(
  scene: Scene,
  assets: Map<string, Blob>,
  thumbnail: Blob | null = null,
): Promise<string> {
  const id = newId();
  for (const [name, bytes] of assets) await saveAsset(name, bytes);
  await saveScene(id, scene, { thumbnail });
  return id;
}

/** Puts a scene where its id says, as it is given: one that was removed, or another in its place. */
export const restoreScene = (record: SceneRecord): Promise<void> =>
  notifying(
    inDatabase(
      async () => void (await database.scenes.put(record)),
      () => void inMemory.scenes.set(record.id, record),
    ),
  );

/** Removes a scene. Its pictures stay until `forgetUnused`, so that the removal can be undone. */
export const removeScene = (id: string): Promise<void> =>
  notifying(
    inDatabase(
      () => database.scenes.delete(id),
      () => void inMemory.scenes.delete(id),
    ),
  );

const IN_USE = 'ignis-pictures';

/**
 * Runs a task during which no picture is forgotten, here or in another tab: a picture is kept before
 * the scene that needs it, and undo may ask for one that its scene has given up.
 */
export async function retainingAssets<T>(task: () => Promise<T>): Promise<T> {
  return await navigator.locks.request(IN_USE, { mode: 'shared' }, task);
}

/** Removes pictures that no scene needs any more, unless some tab is at work. */
export async function removeUnusedAssets(): Promise<void> {
  await navigator.locks.request(IN_USE, { mode: 'exclusive', ifAvailable: true }, async (free) => {
    if (free) await inDatabase(removeUnused, () => undefined);
  });
}

const removeUnused = () =>
  database.transaction('rw', database.scenes, database.assets, async () => {
    // By name alone: a picture of a scene that cannot be read now may be what it is rescued with.
    const needed = new Set<string>();
    await database.scenes.each((r) => assetsMentioned(r.scene).forEach((n) => needed.add(n)));
    const names = await database.assets.toCollection().primaryKeys();
    await database.assets.bulkDelete(names.filter((n) => !needed.has(n)));
  });

/** The browser has no room left. */
export class StorageFull extends Error {
  constructor() {
    super(
      'The browser has no room left for this scene. Save it as a file, then delete scenes you no longer need from the shelf.',
    );
    this.name = 'StorageFull';
  }
}

async function guarded<T>(task: () => Promise<T>): Promise<T> {
  try {
    return await task();
  } catch (error) {
    const names = [(error as Error).name, (error as { inner?: Error }).inner?.name];
    if (names.includes('QuotaExceededError')) throw new StorageFull();
    throw error;
  }
}
