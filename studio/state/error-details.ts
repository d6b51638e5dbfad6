/** What an error says in the words of what threw it first, a line each; null if it says nothing else than its message. */
export function detailsOf(error: unknown): string | null {
  if (typeof error !== 'object' || error === null) return null;
  const { details, cause, faults } = error as {
    details?: string | null;
    cause?: unknown;
    faults?: readonly { path: string; message: string; raw?: string }[];
  };
  // One alone is what the message says already.
  const several = (faults?.length ?? 0) > 1;
  const lines = [
    details,
    ...(cause instanceof Error ? [cause.message, detailsOf(cause)] : []),
    ...(several || faults?.some((f) => f.raw) ? faults! : [])
      .slice(0, 20)
      .map((f) => `${f.path}: ${f.raw ?? f.message}`),
  ].filter((line) => line);
  return lines.length > 0 ? lines.join('\n') : null;
}
