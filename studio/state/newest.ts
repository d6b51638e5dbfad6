import { tellFailure } from './failure';

/**
 * A question that is asked of the worker again and again: one at a time, always the newest, those between left
 * out. A failure is shown in the words of `what`, once until an answer comes; the last answer stands.
 */
export function newestOnly<Q, A>(
  what: string,
  ask: (question: Q) => Promise<A>,
  answered: (question: Q, answer: A) => void,
): (question: Q) => void {
  let next: { question: Q } | null = null;
  let isAsking = false;
  let hasFailed = false;
  const go = async () => {
    isAsking = true;
    while (next) {
      const { question }: { question: Q } = next;
      next = null;
      try {
        answered(question, await ask(question));
        hasFailed = false;
      } catch (error) {
        if (!hasFailed) tellFailure(what, error);
        hasFailed = true;
      }
    }
    isAsking = false;
  };
  return (question) => {
    next = { question };
    if (!isAsking) void go();
  };
}
