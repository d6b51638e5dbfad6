/** Things used lately, the last first: with one more, each once, and no more than so many. */
export const withLast = <T>(used: readonly T[], last: T, most: number): T[] =>
  [last, ...used.filter((one) => one !== last)].slice(0, most);
