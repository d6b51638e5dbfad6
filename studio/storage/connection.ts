import { liveQuery } from 'dexie';
import { Database } from './database';
import { t } from '../words/t';

/** The browser's database, and what is done where there is none. */

export const database = new Database();
let blocked: string | null = null;

/** How long a database may take to answer before the app goes on without it, ms. */
const PATIENCE = 3000;

/** Why scenes cannot be kept here, in the artist's words; null if they can. */
export const storageFault = (): string | null => blocked;

/** Runs a task on the database, or `without` it where there is none. Other failures pass through. */
export async function inDatabase<T>(task: () => Promise<T>, without: () => T): Promise<T> {
  if (blocked) return without();
  try {
    await inTime(database.open());
  } catch (cause) {
    console.error('The database does not open', cause);
    blocked = t`This browser does not let Ignis save scenes. Save each scene as a file before you close the page.`;
    return without();
  }
  return task();
}

/** Called after every change that is not made in a database. */
const listeners = new Set<() => void>();

/** Tells those who observe what is kept in the page alone that it has changed. */
export const pageChanged = (): void => listeners.forEach((listener) => listener());

/** How long after a failed look at the database it is looked at again, ms. */
const AGAIN = 1000;

/**
 * Calls back with what `look` finds in the database, or `without` one, now and whenever it changes, here or in another
 * tab; returns what ends that. `look` may ask the database and nothing else.
 */
export function observe<T>(
  look: () => Promise<T>,
  without: () => T,
  found: (value: T) => void,
): () => void {
  let end = () => {};
  let isOver = false;
  const begin = async () => {
    const there = await inDatabase(
      () => Promise.resolve(true),
      () => false,
    );
    if (isOver) return;
    if (there) {
      const watching = liveQuery(look).subscribe(found, (error) => {
        console.error('The database could not be watched', error);
        const timer = setTimeout(() => void begin(), AGAIN);
        end = () => clearTimeout(timer);
      });
      end = () => watching.unsubscribe();
    } else {
      const listener = () => found(without());
      listeners.add(listener);
      end = () => listeners.delete(listener);
      listener();
    }
  };
  void begin();
  return () => {
    isOver = true;
    end();
  };
}

/** What a promise gives; throws if it gives nothing in time. */
function inTime<T>(promise: PromiseLike<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout>;
  return Promise.race([
    promise,
    new Promise<never>((_, fail) => {
      timer = setTimeout(() => fail(new Error(t`It did not answer in ${PATIENCE} ms.`)), PATIENCE);
    }),
  ]).finally(() => clearTimeout(timer));
}
