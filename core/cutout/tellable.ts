import { LABEL } from './labels';

/** Whether a subject can be separated from its background, and the words for it where it cannot. */

/** Subject and background cannot be separated: `reason` says in the artist's words why, and what to do. */
export class NothingToTell extends Error {
  constructor(reason: string) {
    super(reason);
    this.name = 'NothingToTell';
  }
}

/** A subject of less than this share of where it may be is none. */
const LEAST = 0.01;
/** What takes more of the picture than this is all of it. */
const MOST = 0.98;
const isSubject = (label: number): boolean => (label & 1) === 1;

const ALL_IS_SUBJECT =
  'All of the picture is said to be the subject. Draw a box round the subject, or mark something that is not.';
export const NOTHING_STANDS_OUT =
  'Nothing there stands out from what is round it. Draw the box or the lasso closely round the subject.';
export const NOTHING_LEFT =
  'By that stroke nothing is left of the subject. Undo it, or mark the subject with a stroke.';

/** Whether a subject (1 or 0 a px) is more than hardly anything of where it may be, and not all of the picture. */
export function isSome(subject: Uint8Array, known: Uint8Array): boolean {
  let [own, may] = [0, 0];
  for (let i = 0; i < known.length; i++) {
    own += subject[i]!;
    if (known[i] !== LABEL.background) may++;
  }
  // What is marked is a subject, however small.
  const least = known.includes(LABEL.subject) ? 1 : Math.max(1, LEAST * may);
  return own >= least && own <= MOST * known.length;
}

/** Whether labels leave anything to either side. */
export const isTellable = (labels: Uint8Array): boolean =>
  labels.some(isSubject) && !labels.every(isSubject);

/** Throws NothingToTell, in the artist's words, where labels leave nothing to one side. */
export function checkTellable(labels: Uint8Array): void {
  if (labels.every(isSubject)) throw new NothingToTell(ALL_IS_SUBJECT);
  checkKnown(labels);
}

/** The same where no background need be known yet: not all may be the subject for certain, and something may be. */
export function checkKnown(labels: Uint8Array): void {
  if (labels.every((l) => l === LABEL.subject)) throw new NothingToTell(ALL_IS_SUBJECT);
  if (!labels.some(isSubject))
    throw new NothingToTell(
      'Nothing is left that could be the subject. Draw a wider box, or mark the subject with a stroke.',
    );
}
