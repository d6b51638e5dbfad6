/**
 * Whether a worker lives. A worker that ends itself, or is ended by the browser, says nothing: it holds a lock as long
 * as it lives, which the browser lets go when it ends, however it ends.
 */

/** Holds a lock for as long as this worker lives. Resolves when it is granted; at once where there are no locks. */
export const holdLivenessLock = (name: string): Promise<void> =>
  new Promise((granted) => {
    if (!navigator.locks) return granted();
    void navigator.locks.request(name, () => {
      granted();
      return new Promise<never>(() => undefined);
    });
  });

/** Calls back when the worker ends that holds a lock. Never, where there are no locks. */
export function onEnd(name: string, ended: () => void): void {
  void navigator.locks?.request(name, ended);
}

/** A name that no other lock has. */
export const newLivenessLock = (): string => `ignis-worker-${crypto.randomUUID()}`;
