/** The browser has no room left. */
export class StorageFull extends Error {
  constructor() {
    super(
      'The browser has no room left for this scene. Save it as a file, then delete scenes you no longer need from the shelf.',
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
    if (names.includes('QuotaExceededError')) throw new StorageFull();
    throw error;
  }
}
