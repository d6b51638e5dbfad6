import { Database } from './database';

/** The browser's database, and what is done where there is none. */

export const database = new Database();
let blocked: string | null = null;

/** Why scenes cannot be kept here, in the artist's words; null if they can. */
export const storageFault = (): string | null => blocked;

/** Runs a task on the database, or `without` it where there is none. Other failures pass through. */
export async function inDatabase<T>(task: () => Promise<T>, without: () => T): Promise<T> {
  if (blocked) return without();
  try {
    await database.open();
  } catch {
    blocked =
      'This browser does not let Ignis keep scenes. Save each scene as a file before you close the page.';
    return without();
  }
  return task();
}
