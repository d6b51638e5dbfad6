import { Database } from './database';

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
    blocked =
      'This browser does not let Ignis keep scenes. Save each scene as a file before you close the page.';
    return without();
  }
  return task();
}

/** What a promise gives; throws if it gives nothing in time. */
function inTime<T>(promise: PromiseLike<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout>;
  return Promise.race([
    promise,
    new Promise<never>((_, fail) => {
      timer = setTimeout(() => fail(new Error(`It did not answer in ${PATIENCE} ms.`)), PATIENCE);
    }),
  ]).finally(() => clearTimeout(timer));
}
