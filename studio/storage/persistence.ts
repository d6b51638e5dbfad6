/** Asks the browser to keep what is stored until the artist deletes it; returns whether it does. */
export const requestPersistence = async (): Promise<boolean> =>
  (await navigator.storage?.persist?.().catch(() => false)) ?? false;
