import type { Memo } from '../definitions/memo';

/** A memo within a budget of bytes: what was used longest ago goes first. */
export interface Cache {
  memo: Memo;
  bytes(): number;
}

/** A cache that holds at most `budget` bytes. A single result larger than that is not kept. */
export function cacheOf(budget: number): Cache {
  const entries = new Map<string, { value: unknown; bytes: number }>();
  let held = 0;
  return {
    memo: (key, make, bytes) => {
      const found = entries.get(key);
      if (found) {
        // A Map keeps the order of insertion: putting it in again makes it the newest.
        entries.delete(key);
        entries.set(key, found);
        return found.value as ReturnType<typeof make>;
      }
      const value = make();
      const size = bytes(value);
      if (size > budget) return value;
      entries.set(key, { value, bytes: size });
      held += size;
      for (const [old, entry] of entries) {
        if (held <= budget) break;
        entries.delete(old);
        held -= entry.bytes;
      }
      return value;
    },
    bytes: () => held,
  };
}
