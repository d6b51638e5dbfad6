/** Scenes put into the browser's database as the app keeps them, without the app. */
import type { Page } from '@playwright/test';
import { type Scene } from '../core/scene/model/schema';
import { VERSION } from '../core/scene/model/version';

/** Dexie's number for the version of the database that holds scenes of today. */
const TODAY = VERSION * 10;

/**
 * Stores scenes by their ids and pictures (base64) by their names, in a database of a version; of today, if none is
 * given. The page is left at an address that runs nothing of the app.
 */
export async function storeScenes(
  page: Page,
  scenes: { id: string; scene: object }[],
  pictures: [name: string, base64: string][] = [],
  version = TODAY,
): Promise<void> {
  await page.goto('/licences.txt');
  await page.evaluate(
    async ({ scenes, pictures, version }) => {
      // One that the app has made since is newer, and has the stores already.
      const isThere = (await indexedDB.databases()).some((d) => d.name === 'ignis');
      const database = await new Promise<IDBDatabase>((done, fail) => {
        const opening = indexedDB.open('ignis', isThere ? undefined : version);
        opening.onerror = () => fail(opening.error!);
        opening.onsuccess = () => done(opening.result);
        opening.onupgradeneeded = () => {
          const made = opening.result;
          made.createObjectStore('scenes', { keyPath: 'id' }).createIndex('changed', 'changed');
          made.createObjectStore('assets', { keyPath: 'name' });
          made.createObjectStore('recipes', { keyPath: 'id' }).createIndex('kept', 'kept');
        };
      });
      const put = database.transaction(['scenes', 'assets'], 'readwrite');
      const now = Date.now();
      for (const { id, scene } of scenes)
        put.objectStore('scenes').put({ id, scene, created: now, changed: now, thumbnail: null });
      for (const [name, base64] of pictures)
        put.objectStore('assets').put({
          name,
          bytes: new Blob([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))]),
        });
      await new Promise((done, fail) => {
        put.oncomplete = done;
        put.onabort = () => fail(put.error!);
      });
      database.close();
    },
    { scenes, pictures, version },
  );
}

/** Stores a scene of today under an id, and opens it on the bench. */
export async function openStored(page: Page, id: string, scene: Scene): Promise<void> {
  await storeScenes(page, [{ id, scene }]);
  await page.goto(`/scene/${id}`);
}
