import { MAX_NAME, shortened } from '@ignis/core/scene/model/bounds';
import { database, inDatabase, observe, pageChanged } from './connection';
import type { SceneRecord } from './database';
import { withRoom } from './full';

/**
 * The records of the artist's scenes, as the shelf knows them: what is within a scene is nothing to it. Where the
 * browser gives no database, they last as long as the page.
 */

/** Records by their ids, where there is no database. */
export const inPage = new Map<string, SceneRecord>();

const byChange = (a: SceneRecord, b: SceneRecord) => (b.changed || 0) - (a.changed || 0);

/**
 * Calls back with all scenes, the last changed first, damaged ones too: now, and whenever one changes, here or in another
 * tab; returns what ends that. A record that has not changed is the same object as before.
 */
export function watchScenes(found: (records: SceneRecord[]) => void): () => void {
  let last = new Map<string, SceneRecord>();
  return observe(
    async () => await database.scenes.toArray(),
    () => [...inPage.values()],
    (records) => {
      const now = records.map((r) => {
        const before = last.get(r.id);
        return before && isSameRecord(before, r) ? before : r;
      });
      last = new Map(now.map((r) => [r.id, r]));
      found(now.sort(byChange));
    },
  );
}

/** Whether a record was not written since: what is read anew is another object, and its picture would be drawn again. */
const isSameRecord = (a: SceneRecord, b: SceneRecord): boolean =>
  a.revision === b.revision && a.changed === b.changed && a.thumbnail?.size === b.thumbnail?.size;

/** Calls back with one scene as it is stored, or undefined, now and whenever it changes; returns what ends that. */
export const watchScene = (
  id: string,
  found: (record: SceneRecord | undefined) => void,
): (() => void) =>
  observe(
    async () => await database.scenes.get(id),
    () => inPage.get(id),
    found,
  );

/** Changes the stored record of a scene, and nothing else of it; does nothing if there is none. */
const changeRecord = (
  id: string,
  change: (record: SceneRecord) => Partial<SceneRecord>,
): Promise<void> =>
  withRoom(() =>
    inDatabase(
      async () =>
        void (await database.scenes
          .where('id')
          .equals(id)
          .modify((record) => void Object.assign(record, change(record)))),
      () => {
        const old = inPage.get(id);
        if (old) inPage.set(id, { ...old, ...change(old) });
        pageChanged();
      },
    ),
  );

/** Gives a scene another name, as it is stored now, and not as a page may have it. Throws a StorageFull without room. */
export const renameScene = (id: string, name: string): Promise<void> =>
  changeRecord(id, ({ scene, revision = 0 }) => ({
    scene: { ...scene, name: shortened(name, MAX_NAME) },
    changed: Date.now(),
    revision: revision + 1,
  }));

/** Sets a scene's thumbnail; its date stays. Throws a StorageFull without room. */
export const saveThumbnail = (id: string, thumbnail: Blob): Promise<void> =>
  changeRecord(id, () => ({ thumbnail }));

/** Puts a scene where its id says, as it is given: one that was removed, or another in its place. */
export const restoreScene = (record: SceneRecord): Promise<void> =>
  inDatabase(
    async () => void (await database.scenes.put(record)),
    () => {
      inPage.set(record.id, record);
      pageChanged();
    },
  );

/** Removes a scene. Its pictures and earlier states stay until `removeUnusedAssets`, so that the removal can be undone. */
export const removeScene = (id: string): Promise<void> =>
  inDatabase(
    () => database.scenes.delete(id),
    () => {
      inPage.delete(id);
      pageChanged();
    },
  );
