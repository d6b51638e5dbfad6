import type { ColourBuffer } from '../pixels/buffer';
import { release } from '../pixels/heap';

/** Levels of pictures that stand on the heap, those of all pictures within one budget. What was used longest ago goes first. */

/** Bytes that they may take together. */
const BUDGET = 224 * 2 ** 20;

/** A level that is cached, until it is dropped. */
export interface CachedLevel {
  readonly level: ColourBuffer;
  /** Tells its picture that it is gone. */
  forget(): void;
}

const cached = new Set<CachedLevel>();
let bytes = 0;

/** Gives a level's room back. */
export function drop(one: CachedLevel): void {
  if (!cached.delete(one)) return;
  bytes -= one.level.data.byteLength;
  one.forget();
  release(one.level);
}

/** Caches a level that is retained on the heap, and drops others until all are within the budget. */
export function cache(one: CachedLevel): void {
  cached.add(one);
  bytes += one.level.data.byteLength;
  for (const other of cached) {
    if (bytes <= BUDGET || other === one) break;
    drop(other);
  }
}

/** Notes that a level is used now. */
export function use(one: CachedLevel): void {
  cached.delete(one);
  cached.add(one);
}
