import { create } from 'zustand';
import type { OpeningPart, Span } from '../workers/spans';
import { clock } from '../workers/spans';

/** What opening the last scene took, part by part; parts go on beside one another. */
interface OpeningTimes {
  /** When it was chosen, ms by `clock`. */
  began: number;
  /** When the last part ended that the page waits for, ms by `clock`. */
  last: number;
  /** Whether its fine picture stands. */
  isDone: boolean;
  spans: readonly Span[];
}

export const useOpeningTimes = create<OpeningTimes>()(() => ({
  began: 0,
  last: 0,
  isDone: true,
  spans: [],
}));

const { setState, getState } = useOpeningTimes;

/** A scene is chosen: what is noted from now on belongs to opening it. */
export function beginTimes(): void {
  const now = clock();
  setState({ began: now, last: now, isDone: false, spans: [] });
}

/** Notes parts that went on beside those that the page waits for. */
export function noteTimes(spans: readonly Span[]): void {
  if (!getState().isDone) setState({ spans: [...getState().spans, ...spans] });
}

/** Notes the next part that the page waits for: it began when the last ended, and ends now. */
export function noteNext(part: Span['part']): void {
  const to = clock();
  noteTimes([{ part, from: getState().last, to }]);
  setState({ last: to });
}

/** The fine picture stands. */
export const endTimes = (): void => setState({ isDone: true });

/** A part of the opening, from and to so many ms after the scene was chosen. */
export interface Stretch {
  part: OpeningPart;
  from: number;
  to: number;
}

/**
 * The parts of an opening that began at a time (ms by `clock`), by when they begin: each once, from its first beginning to
 * its last end. What was done before, and what was only looked up again (under 1 ms), is left out.
 */
export function stretchesOf(began: number, spans: readonly Span[]): Stretch[] {
  const parts = new Map<OpeningPart, Stretch>();
  for (const { part, ...span } of spans) {
    if (span.to <= began || span.to - span.from < 1) continue;
    const from = Math.max(0, span.from - began);
    const to = span.to - began;
    const known = parts.get(part) ?? { from, to };
    parts.set(part, { part, from: Math.min(known.from, from), to: Math.max(known.to, to) });
  }
  return [...parts.values()].sort((a, b) => a.from - b.from);
}
