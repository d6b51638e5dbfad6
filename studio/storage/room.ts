import { assetsMentioned } from '@ignis/core/scene/model/assets-mentioned';
import { database, inDatabase } from './connection';
import { hasScene } from './database';
import { t } from '../words/t';

/** How much room the browser gives, and what takes it up. */

/** From this share on the artist is warned. */
export const TIGHT = 0.8;

export interface Room {
  /** Bytes that the app takes up, and the most it may. */
  used: number;
  total: number;
  /** Whether the browser keeps it until the artist deletes it, however full the disk gets. */
  isPersistent: boolean;
}

/** The room as it is now; null where the browser does not say. */
export async function roomNow(): Promise<Room | null> {
  const { storage } = navigator;
  if (!storage?.estimate) return null;
  const [{ usage = 0, quota = 0 }, isPersistent] = await Promise.all([
    storage.estimate(),
    storage.persisted?.() ?? false,
  ]);
  return quota > 0 ? { used: usage, total: quota, isPersistent } : null;
}

/** A scene and what it takes up. */
export interface SceneSize {
  id: string;
  name: string;
  bytes: number;
}

/** What each scene takes up, the largest first; a picture that several share counts for each. */
export const sceneSizes = (): Promise<SceneSize[]> =>
  inDatabase(
    async () => {
      const sizes = new Map<string, number>();
      await database.assets.each(({ name, bytes }) => void sizes.set(name, bytes?.size ?? 0));
      const earlier = new Map<string, number>();
      await database.earlier.each(
        ({ scene, size }) => void earlier.set(scene, (earlier.get(scene) ?? 0) + size),
      );
      const found: SceneSize[] = [];
      await database.scenes.each((record) => {
        const own = JSON.stringify(record.scene ?? null).length + (record.thumbnail?.size ?? 0);
        const pictures = [...assetsMentioned(record.scene ?? null)];
        found.push({
          id: record.id,
          name: hasScene(record) ? record.scene.name : t`A damaged scene`,
          bytes: pictures.reduce(
            (sum, name) => sum + (sizes.get(name) ?? 0),
            own + (earlier.get(record.id) ?? 0),
          ),
        });
      });
      return found.sort((a, b) => b.bytes - a.bytes);
    },
    () => [],
  );

/** Bytes in words, such as 320 MB. */
export function inWords(bytes: number): string {
  const [unit, size] = bytes < 1e6 ? ['kB', 1e3] : bytes < 1e9 ? ['MB', 1e6] : ['GB', 1e9];
  const n = bytes / size;
  return `${n < 10 ? n.toFixed(1) : Math.round(n)} ${unit}`;
}
