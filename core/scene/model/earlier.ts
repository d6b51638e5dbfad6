/** How a value was some time ago: a chain of deltas that lead back from it, thinned out the further it goes back. */
import type { Delta } from './delta';
import { deltaOf, withDelta } from './delta';

/** One state of a value that is no more. */
export interface Earlier {
  /** When it was saved so, ms since 1970. */
  at: number;
  /** What leads back to it from the next newer one, or from the value as it is. */
  delta: Delta;
  /** How large the delta is as JSON, letters. */
  size: number;
}

/** The most states, and the most letters of all their deltas. */
const MOST = 20;
const ROOM = 16 * 2 ** 20;

const SECOND = 1000;
const MINUTE = 60 * SECOND;

/** How far apart states of some age stand, ms: close in the first minutes, then an hour. */
const spacing = (age: number): number =>
  age < 2 * MINUTE ? 20 * SECOND : age < 10 * MINUTE ? 2 * MINUTE : 60 * MINUTE;

/** A state and what it was. */
interface State {
  at: number;
  value: unknown;
}

/** The states that a chain of a value leads back to, newest first. */
export function statesOf(value: unknown, chain: readonly Earlier[]): State[] {
  let now = value;
  return chain.map(({ at, delta }) => ({ at, value: (now = withDelta(now, delta)) }));
}

/**
 * The chain of a value after it is saved anew, newest first: the states there were (`chain`, of the value `before`, which
 * was saved `at`) and that one; at most 20, and no more than 16 MB. Links that stay as they are are the same objects.
 */
export function withEarlier(
  chain: readonly Earlier[],
  before: unknown,
  at: number,
  after: unknown,
  now: number,
): Earlier[] {
  const states = [{ at, value: before }, ...statesOf(before, chain)];
  const out: Earlier[] = [];
  let newer: State = { at: now, value: after };
  let room = ROOM;
  for (const state of thinned(states, now).slice(0, MOST)) {
    const i = chain.findIndex((e) => e.at === state.at);
    const isSame = i >= 0 && newer.at === (chain[i - 1]?.at ?? at);
    const link = isSame ? chain[i]! : linkBetween(newer, state);
    room -= link.size;
    if (room < 0) break;
    out.push(link);
    newer = state;
  }
  return out;
}

function linkBetween(newer: State, older: State): Earlier {
  const delta = deltaOf(newer.value, older.value);
  return { at: older.at, delta, size: JSON.stringify(delta).length };
}

/**
 * The states that stand far enough apart, or stood long enough before the next. Of others the older stay, so that they
 * go far back.
 */
function thinned(states: readonly State[], now: number): State[] {
  const left: State[] = [];
  states.toReversed().forEach((state, i, all) => {
    const apart = spacing(now - state.at);
    const older = left.at(-1);
    const until = all[i + 1]?.at ?? now;
    if (!older || state.at - older.at >= apart || until - state.at >= apart) left.push(state);
  });
  return left.toReversed();
}
