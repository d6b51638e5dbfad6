/** Parts of opening a scene, timed in the page and in its workers by one clock. */

/** What opening a scene consists of. */
export type OpeningPart =
  'file' | 'bench' | 'kernels' | 'fonts' | 'decoding' | 'coarse picture' | 'fine picture';

/** A part of the opening, from and to a time of `clock`, ms. */
export interface Span {
  part: OpeningPart;
  from: number;
  to: number;
}

/** The time, ms since 1970, to a fraction: the same in all threads of a page. */
export const clock = (): number => performance.timeOrigin + performance.now();

/** Spans that are noted until somebody takes them. */
export function spanLog(): {
  during<T>(part: OpeningPart, work: () => Promise<T>): Promise<T>;
  add(span: Span): void;
  take(): Span[];
} {
  const spans: Span[] = [];
  const add = (span: Span) => void spans.push(span);
  return {
    add,
    async during(part, work) {
      const from = clock();
      try {
        return await work();
      } finally {
        add({ part, from, to: clock() });
      }
    },
    take: () => spans.splice(0),
  };
}
