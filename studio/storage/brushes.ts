import type { BookBrush } from '@ignis/core/recipes/brushes/book-brush';
import { newId } from '@ignis/core/scene/model/new-id';
import type { BrushRecord } from './database';
import { database, inDatabase } from './connection';

/** Keeping brushes of the artist's own. Without a database they last as long as the page. */

const inMemory = new Map<string, BrushRecord>();

/** All of them, the last kept first. */
export const listBrushes = (): Promise<BrushRecord[]> =>
  inDatabase(
    async () => (await database.brushes.toArray()).sort((a, b) => b.kept - a.kept),
    () => [...inMemory.values()].sort((a, b) => b.kept - a.kept),
  );

/** Keeps a brush as a record: a new one, one that is there with other values, or one that was removed. */
export const putBrush = (record: BrushRecord): Promise<void> =>
  inDatabase(
    async () => void (await database.brushes.put(record)),
    () => void inMemory.set(record.id, record),
  );

/** Keeps a brush as a new one. */
export const saveBrush = (brush: BookBrush): Promise<void> =>
  putBrush({ id: newId(), brush, kept: Date.now() });

export const removeBrush = (id: string): Promise<void> =>
  inDatabase(
    () => database.brushes.delete(id),
    () => void inMemory.delete(id),
  );
