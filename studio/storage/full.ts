import { t } from '../words/t';

/** The browser has no room left; `largest` are the scenes that take up most of it. */
export class StorageFull extends Error {
  constructor(largest: readonly string[]) {
    const names = largest.map((name) => `“${name}”`).join(', ');
    super(
      t`The browser has no room left for this scene. Save it as a file (Ctrl S), then make room on the shelf${names ? t`: ${names} take up most` : ''}.`,
    );
    this.name = 'StorageFull';
  }
}

/** Runs a task on the database. Throws a StorageFull if there is no room for it; other failures pass through. */
export async function withRoom<T>(task: () => Promise<T>): Promise<T> {
  try {
    return await task();
  } catch (error) {
    const names = [(error as Error).name, (error as { inner?: Error }).inner?.name];
    if (!names.includes('QuotaExceededError')) throw error;
    const { sceneSizes } = await import('./room');
    const sizes = await sceneSizes().catch(() => []);
    throw new StorageFull(sizes.slice(0, 3).map((s) => s.name));
  }
}
