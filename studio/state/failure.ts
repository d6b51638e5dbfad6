import { toast } from 'sonner';

/** How long a failure stands on the page, ms: long enough to be read. */
const DURATION = 12_000;

/**
 * Tells the artist that something could not be done: what, and the words of what went wrong. The error itself goes to
 * the console with its cause. Every failure that is shown goes this way.
 */
export function tellFailure(what: string, error: unknown): void {
  console.error(what, error);
  toast.error(what, {
    description: error instanceof Error ? error.message : String(error),
    duration: DURATION,
  });
}

/** For what the artist can do without, such as a small picture: the failure goes to the console, and null comes of it. */
export const withoutIt =
  (what: string) =>
  (error: unknown): null => {
    console.error(what, error);
    return null;
  };
