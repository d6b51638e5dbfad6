import { assetsMentioned } from '@ignis/core/scene/model/assets-mentioned';
import { database, inDatabase } from './connection';
import type { AssetRecord } from './database';
import { withRoom } from './full';

/** The files of pictures and fonts, by names that are hashes of their bytes: copies of a scene share them. */

const inPage = new Map<string, Blob>();

/** The files of these assets, as far as they are here. */
export async function loadAssets(names: string[]): Promise<Map<string, Blob>> {
  const found = await inDatabase(
    () => database.assets.bulkGet(names),
    () => names.map((name) => ({ name, bytes: inPage.get(name)! })),
  );
  return new Map(found.flatMap((a) => (a?.bytes ? [[a.name, a.bytes] as const] : [])));
}

/** Stores the file of an asset. Throws a StorageFull if there is no room. */
export const saveAsset = (name: string, bytes: Blob): Promise<void> =>
  withRoom(() =>
    inDatabase(
      async () => void (await database.assets.put({ name, bytes })),
      () => void inPage.set(name, bytes),
    ),
  );

/** Assets whose files were found to be as large as the page's: that is asked once, that they are there at every save. */
const verified = new Set<string>();

/**
 * Puts assets that the database has lost, or holds of another size than the page, there again: from the bytes that the
 * page has. Returns whether any is missing that has no bytes any more.
 */
export async function restoreAssets(
  names: string[],
  bytesOf?: (asset: string) => Blob | undefined,
): Promise<boolean> {
  const here = new Set(await database.assets.where('name').anyOf(names).primaryKeys());
  const sizes = await loadAssets(names.filter((name) => here.has(name) && !verified.has(name)));
  for (const [name, { size }] of sizes)
    if (size === (bytesOf?.(name)?.size ?? size)) verified.add(name);
    else here.delete(name);
  const missing = names
    .filter((name) => !here.has(name))
    .map((name) => ({ name, bytes: bytesOf?.(name) }));
  await database.assets.bulkPut(missing.filter((a): a is AssetRecord => a.bytes !== undefined));
  return missing.some((a) => !a.bytes);
}

const IN_USE = 'ignis-pictures';

/**
 * Runs a task during which no asset is removed, here or in another tab: one is stored before the scene that needs it,
 * and undo may ask for one that its scene has given up.
 */
export async function retainingAssets<T>(task: () => Promise<T>): Promise<T> {
  if (!navigator.locks) return await task();
  return await navigator.locks.request(IN_USE, { mode: 'shared' }, task);
}

/** Removes assets that no scene needs any more, now or some time ago, and nothing in the library, unless some tab is at work. */
export async function removeUnusedAssets(): Promise<void> {
  // Without locks nobody knows whether another tab is at work.
  await navigator.locks?.request(IN_USE, { mode: 'exclusive', ifAvailable: true }, async (free) => {
    if (free) await inDatabase(removeUnused, () => undefined);
  });
}

const removeUnused = () =>
  database.transaction(
    'rw',
    [database.scenes, database.assets, database.earlier, database.library],
    async () => {
      // By name alone: a picture of a scene that cannot be read now may be what it is rescued with.
      const needed = new Set<string>();
      const ids = new Set<string>();
      await database.scenes.each((r) => {
        ids.add(r.id);
        assetsMentioned(r.scene).forEach((n) => needed.add(n));
      });
      await database.library.each((r) => assetsMentioned(r.thing).forEach((n) => needed.add(n)));
      await database.earlier.filter((e) => !ids.has(e.scene)).delete();
      await database.earlier.each((e) => assetsMentioned(e.delta).forEach((n) => needed.add(n)));
      const names = await database.assets.toCollection().primaryKeys();
      await database.assets.bulkDelete(names.filter((n) => !needed.has(n)));
    },
  );
