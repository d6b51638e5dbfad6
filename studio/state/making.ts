import { create } from 'zustand';

/** The picture of the stage while it is being made. */
interface Making {
  /** Whether one is being made that may take long; a number that each of them has for its own. */
  since: number | null;
  /** The share that is made, 0–1; 0 if that is not known. */
  done: number;
  /** Whether the artist stopped the fine one. */
  isStopped: boolean;
  /** Stops it. */
  stop(): void;
  /** Makes it fine after all. */
  resume(): void;
}

export const useMaking = create<Making>()(() => ({
  since: null,
  done: 0,
  isStopped: false,
  stop: () => undefined,
  resume: () => undefined,
}));
