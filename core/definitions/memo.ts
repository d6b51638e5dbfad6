import { scoped } from '../pixels/heap';

/**
 * Keeps what was computed: returns what `make` gave for this key before, or calls it now.
 * `bytes` gives the size of a result. A key must name everything the result depends on.
 */
export interface Memo {
  <T>(key: string, make: () => T, bytes: (made: T) => number): T;
}

/** A memo that remembers nothing; what was taken on the way to the result is given back. */
export const noMemo: Memo = (_key, make) => scoped(make);
