import type { ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Button } from './button';
import { Dialog } from './dialog';
import { t } from '../words/t';
import { errorWords } from '../words/error-words';

interface Props {
  /** What stands within, as a sentence begins: "The chain". */
  what: string;
  /** While these stay the same, what failed stays down; a change tries once more. */
  resetKeys?: readonly unknown[];
  /** The classes of its place, where it is not to take all the room there is. */
  place?: string;
  /** A way on for work that is at stake, such as saving the scene as a file. */
  rescue?: { label: string; run(): void };
  children: ReactNode;
}

/** Keeps a fault of one part of the page to that part: in its place stands what happened, and a way on. */
export function FaultBoundary({
  what,
  resetKeys,
  place = 'min-w-0 flex-1',
  rescue,
  children,
}: Props) {
  return (
    <ErrorBoundary
      {...(resetKeys && { resetKeys: [...resetKeys] })}
      onError={report}
      fallbackRender={({ error, resetErrorBoundary }: FallbackProps) => (
        <div
          role="alert"
          className={`flex h-full flex-col items-center justify-center gap-3 overflow-auto p-6 text-center text-sm ${place}`}
        >
          <p className="font-semibold">{t`${what} has stopped`}</p>
          <p className="max-w-md text-dim">
            {t`Your scene is as it was; the rest of the page goes on.`} {wordsOf(error)}
          </p>
          <div className="flex flex-wrap justify-center gap-2">
            <Button look="ember" onClick={resetErrorBoundary}>
              {t`Try again`}
            </Button>
            {rescue && <Button onClick={rescue.run}>{rescue.label}</Button>}
          </div>
        </div>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

/** The same for a dialog, which closes when it fails. */
export function DialogFaultBoundary({
  what,
  onClose,
  children,
}: Pick<Props, 'what' | 'children'> & { onClose(): void }) {
  return (
    <ErrorBoundary
      onError={report}
      onReset={onClose}
      fallbackRender={({ error, resetErrorBoundary }: FallbackProps) => (
        <Dialog open onOpenChange={resetErrorBoundary} title={t`${what} has stopped`}>
          <p role="alert" className="text-sm text-dim">
            {t`Your scene is as it was.`} {wordsOf(error)}
          </p>
        </Dialog>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

const report = (error: unknown) => console.error(error);

const wordsOf = (error: unknown) => `(${errorWords(error)})`;
