import type { Shown } from '../state/arriving';

/** An answer of the help: what artists ask, how it is done, and where it can be seen. */

/** What an answer is about: a way of working, a step, a source, a section of the chain, or a panel, by its key. */
export type Topic = `${'mode' | 'step' | 'source' | 'section' | 'panel'}:${string}`;

export interface Answer {
  id: string;
  /** The panels whose mark opens it. */
  about?: readonly Topic[];
  question: string;
  /** What to do, in order. */
  steps: readonly string[];
  /** What else is good to know. */
  more?: string;
  /** Other words that it is looked for by. */
  words: string;
  /** Where it can be seen: an example, as the server names it, and what of it. */
  show: Shown & { example: string };
}

export interface Chapter {
  title: string;
  answers: readonly Answer[];
}
