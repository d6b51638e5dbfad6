/** When the scene on the bench is written, and when it is tried again. Knows neither React nor the database. */

/** Where the scene stands: as the artist last changed it, or not yet; `page` is a page without a database. */
export type Saved = 'saved' | 'saving' | 'changed' | 'failed' | 'page';

/** How long after the last change a scene is written, ms. */
const REST = 300;
/** The longest that changes may go on unwritten, ms; longer while one drag goes on: to copy a large scene costs a frame. */
const LONGEST = 700;
const LONGEST_DRAG = 10_000;
/** How long after each failure in turn it is tried again, ms; the last of them for ever. */
const RETRIES = [1000, 2000, 4000, 8000, 15_000];

/** Time, as the page has it; another in tests. */
export interface Clock {
  now(): number;
  /** Calls after so many ms; returns what calls it off. */
  after(ms: number, run: () => void): () => void;
}

export const PAGE_CLOCK: Clock = {
  now: () => Date.now(),
  after(ms, run) {
    const timer = window.setTimeout(run, ms);
    return () => window.clearTimeout(timer);
  },
};

/** Writes what it is given, and says where that stands. */
export interface SaveScheduler<T> {
  /** What there is now, which is to be written; whether a drag goes on that will change it again. */
  changed(value: T, dragging: boolean): void;
  /** Writes at once what is not written yet. */
  flush(): Promise<void>;
  /** Writes no more of what is not written yet: it is stored elsewhere. */
  abandon(): void;
  /** Whether something is not written. */
  pending(): boolean;
}

/**
 * A scheduler of the saves of one scene. `write` returns where the value is then; `tell` is given each new state, and with the first of
 * several failures in a row its error. Values are written one after the other, the newest last.
 */
export function saveSchedulerOf<T>(
  write: (value: T) => Promise<'saved' | 'page'>,
  tell: (saved: Saved, error?: unknown) => void,
  clock: Clock = PAGE_CLOCK,
): SaveScheduler<T> {
  let next: { value: T } | null = null;
  let writing: Promise<void> | null = null;
  /** When the oldest change that is not written was made; 0 if all are. */
  let since = 0;
  let failures = 0;
  let callOff = () => {};

  const later = (ms: number) => {
    callOff();
    callOff = clock.after(Math.max(0, ms), () => void flush());
  };

  async function writeNext(): Promise<void> {
    const now = next!;
    since = 0;
    tell('saving');
    try {
      const where = await write(now.value);
      failures = 0;
      if (next && next !== now) return tell('changed');
      next = null;
      tell(where);
    } catch (error) {
      if (!next) return;
      tell('failed', failures === 0 ? error : undefined);
      later(RETRIES[Math.min(failures++, RETRIES.length - 1)]!);
    }
  }

  async function flush(): Promise<void> {
    callOff();
    // What is being written may be older than what is wanted: that is written after it. Else it begins at once: the page
    // may be gone in a moment.
    if (writing) await writing;
    if (!next || writing) return;
    writing = writeNext();
    await writing;
    writing = null;
  }

  return {
    changed(value, dragging) {
      next = { value };
      if (failures > 0) return;
      tell('changed');
      since ||= clock.now();
      const [rest, longest] = dragging ? [LONGEST_DRAG, LONGEST_DRAG] : [REST, LONGEST];
      later(Math.min(rest, since + longest - clock.now()));
    },
    flush,
    abandon() {
      callOff();
      next = null;
      [since, failures] = [0, 0];
    },
    pending: () => next !== null,
  };
}
