/**
 * A question that is asked of the worker again and again: one at a time, always the newest, those between left
 * out. What fails is told as null.
 */
export function newestOnly<Q, A>(
  ask: (question: Q) => Promise<A>,
  tell: (question: Q, answer: A | null) => void,
): (question: Q) => void {
  let next: { question: Q } | null = null;
  let isAsking = false;
  const go = async () => {
    isAsking = true;
    while (next) {
      const { question }: { question: Q } = next;
      next = null;
      tell(question, await ask(question).catch(() => null));
    }
    isAsking = false;
  };
  return (question) => {
    next = { question };
    if (!isAsking) void go();
  };
}
