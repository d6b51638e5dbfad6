import type { Scene } from '@ignis/core/scene/model/schema';
import { statesOf, withEarlier } from '@ignis/core/scene/model/earlier';
import type { Earlier } from '@ignis/core/scene/model/earlier';
import { readScene } from '@ignis/core/scene/model/check';
import { database, inDatabase } from './connection';
import type { EarlierRecord } from './database';

/** Earlier states of the scenes, to go back to. */

/** The stored chain of a scene, newest first. */
const chainOf = async (id: string): Promise<EarlierRecord[]> =>
  (await database.earlier.where('scene').equals(id).sortBy('at')).reverse();

/** The chains of scenes that this page wrote: to read them anew at every save would cost a frame. */
const chains = new WeakMap<Scene, readonly Earlier[]>();

/** What a scene was, and is, when it is written. */
interface Written {
  scene: Scene;
  changed: number;
}

/** Adds what a scene was before it was written to its earlier states. It is part of a transaction that writes the scene. */
export async function addEarlier(id: string, before: Written, after: Written): Promise<void> {
  if (before.scene === after.scene) return;
  const chain = chains.get(before.scene) ?? (await chainOf(id));
  const next = withEarlier(chain, before.scene, before.changed, after.scene, after.changed);
  const times = new Set(next.map((e) => e.at));
  await database.earlier.bulkDelete(
    chain.filter((e) => !times.has(e.at)).map((e) => [id, e.at] as [string, number]),
  );
  await database.earlier.bulkPut(
    next.filter((e) => !chain.includes(e)).map((e) => ({ ...e, scene: id })),
  );
  chains.set(after.scene, next);
}

/** Gives the earlier states of a scene to the copy that stays of it as it was: from what is left of it they do not lead back. */
export const moveEarlier = (from: string, to: string): Promise<void> =>
  inDatabase(
    () =>
      database.transaction('rw', database.earlier, async () => {
        const chain = await chainOf(from);
        await database.earlier.where('scene').equals(from).delete();
        await database.earlier.bulkPut(chain.map((e) => ({ ...e, scene: to })));
      }),
    () => undefined,
  );

/** A scene as it was some time ago. */
export interface EarlierScene {
  at: number;
  scene: Scene;
}

/** The earlier states of a scene as it is stored, newest first; those that no longer open are left out. */
export const earlierScenes = (id: string): Promise<EarlierScene[]> =>
  inDatabase(
    async () => {
      const record = await database.scenes.get(id);
      const chain: Earlier[] = await chainOf(id);
      return statesOf(record?.scene, chain).flatMap(({ at, value }) => {
        const { scene } = readScene(value);
        return scene ? [{ at, scene }] : [];
      });
    },
    () => [],
  );
