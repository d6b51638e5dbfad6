import { toast } from 'sonner';
import { detailsOf } from './error-details';
import { t } from '../words/t';
import { errorWords } from '../words/error-words';

/** How long a failure stands on the page, ms: long enough to be read. */
const DURATION = 12_000;

/**
 * Tells the artist that something could not be done: what, and the words of what went wrong; those of the program that
 * found it, where they differ, stand under Details. The error itself goes to the console with its cause. Every failure
 * that is shown goes this way.
 */
export function tellFailure(what: string, error: unknown): void {
  console.error(what, error);
  const details = detailsOf(error);
  toast.error(what, {
    description: (
      <>
        {errorWords(error)}
        {details && (
          <details className="mt-1.5">
            <summary className="cursor-pointer text-dim">{t`Details`}</summary>
            <pre className="mt-1 max-h-32 overflow-auto text-xs whitespace-pre-wrap">{details}</pre>
          </details>
        )}
      </>
    ),
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
