import { create } from 'zustand';
import type { Span } from '../workers/spans';
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
