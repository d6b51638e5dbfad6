import type { Answer, Chapter, Topic } from './answer';
import { linesOfLight } from './chapters/lines-of-light';
import { lightOnThings } from './chapters/light-on-things';
import { lettersAndSurfaces } from './chapters/letters-and-surfaces';
import { cuttingAndPainting } from './chapters/cutting-and-painting';
import { moodAndFiles } from './chapters/mood-and-files';

/** The answers of the help, in the order that it shows them. */

export const chapters: readonly Chapter[] = [
  linesOfLight,
  lightOnThings,
  lettersAndSurfaces,
  cuttingAndPainting,
  moodAndFiles,
];

export const answers: readonly Answer[] = chapters.flatMap((c) => c.answers);

/** The answer of an id; undefined if there is none. */
export const answerOf = (id: string | undefined): Answer | undefined =>
  answers.find((a) => a.id === id);

/** The answer about a panel of the bench; undefined if none is. */
export const answerAbout = (topic: Topic): Answer | undefined =>
  answers.find((a) => a.about?.includes(topic));

/** Whether an answer speaks of all of some words, in its question, its steps or the other words for it. */
export function speaksOf({ question, steps, more = '', words }: Answer, asked: string): boolean {
  const text = [question, ...steps, more, words].join(' ').toLocaleLowerCase();
  return asked
    .toLocaleLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
    .every((word) => text.includes(word));
}
