import type { Memo } from '../definitions/memo';
import { borrow, retain, release, scoped } from '../pixels/heap';

/** A memo within a budget of bytes. */
export interface Cache {
  memo: Memo;
  bytes(): number;
  /** Forgets everything. */
  clear(): void;
}

interface Entry {
  value: unknown;
  bytes: number;
  /** What it costs to lose it: it is let go when the cache's clock reaches this. */
  due: number;
  /** Milliseconds that making it took. */
  took: number;
}

/**
 * A cache that holds at most `budget` bytes. What was used longest ago goes first, weighted by what it
 * cost for its size (GreedyDual-Size; Cao & Irani, 1997): the clock stands at the worth of the last that
 * went, and a use sets an entry's worth to the clock plus its own. A single result larger than the
 * budget is not kept.
 */
export function cacheOf(budget: number, now: () => number = Date.now): Cache {
  const entries = new Map<string, Entry>();
  let bytesInUse = 0;
  let clock = 0;
  const worth = (e: Pick<Entry, 'bytes' | 'took'>) => clock + (e.took + 0.1) / Math.max(1, e.bytes);
  const drop = (key: string, entry: Entry) => {
    entries.delete(key);
    bytesInUse -= entry.bytes;
    release(entry.value);
  };
  const makeRoom = () => {
    while (bytesInUse > budget) {
      let least: [string, Entry] | null = null;
      for (const e of entries) if (!least || e[1].due < least[1].due) least = e;
      clock = least![1].due;
      drop(...least!);
    }
  };
  return {
    memo: (key, make, bytes) => {
      const found = entries.get(key);
      if (found) {
        found.due = worth(found);
        // A Map keeps the order of insertion: of equal worth, the one used longest ago goes.
        entries.delete(key);
        entries.set(key, found);
        return borrow(found.value as ReturnType<typeof make>);
      }
      const started = now();
      const value = scoped(make);
      const entry = { value, bytes: bytes(value), due: 0, took: now() - started };
      if (entry.bytes > budget) return value;
      entry.due = worth(entry);
      retain(value);
      entries.set(key, entry);
      bytesInUse += entry.bytes;
      makeRoom();
      return value;
    },
    bytes: () => bytesInUse,
    clear: () => {
      for (const e of [...entries]) drop(...e);
    },
  };
}
