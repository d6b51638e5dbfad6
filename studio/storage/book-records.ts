import type { Table } from 'dexie';
import { inDatabase } from './connection';

/** A thing of the artist's own that is kept in a book. */
interface BookRecord {
  id: string;
  /** When it was kept. */
  kept: number;
}

/** Keeps the records of a book. Without a database they last as long as the page. */
export function bookRecords<R extends BookRecord>(table: () => Table<R, string>) {
  const inMemory = new Map<string, R>();
  const lastFirst = (all: R[]) => all.sort((a, b) => b.kept - a.kept);
  return {
    /** All of them, the last kept first. */
    list: (): Promise<R[]> =>
      inDatabase(
        async () => lastFirst(await table().toArray()),
        () => lastFirst([...inMemory.values()]),
      ),
    /** Keeps one: a new one, one with other values, or one that was removed. */
    put: (record: R): Promise<void> =>
      inDatabase(
        async () => void (await table().put(record)),
        () => void inMemory.set(record.id, record),
      ),
    remove: (id: string): Promise<void> =>
      inDatabase(
        () => table().delete(id),
        () => void inMemory.delete(id),
      ),
  };
}
