import { X } from 'lucide-react';
import { Dialog as D } from 'radix-ui';
import type { ReactNode } from 'react';
import { t } from '../words/t';

interface Props {
  title: string;
  description?: string;
  open: boolean;
  onOpenChange(open: boolean): void;
  children: ReactNode;
  width?: string;
  /** What stands beside the mark that closes it. */
  mark?: ReactNode;
}

/** A window over the page; Esc and a click beside it close it. */
export function Dialog({
  title,
  description,
  open,
  onOpenChange,
  children,
  width = 'w-[440px]',
  mark,
}: Props) {
  return (
    <D.Root open={open} onOpenChange={onOpenChange}>
      <D.Portal>
        <D.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <D.Content
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90vh] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-xl border border-line bg-panel p-5 shadow-2xl outline-none ${width}`}
          {...(description ? {} : { 'aria-describedby': undefined })}
          // What a message offers is no click beside the window.
          onInteractOutside={(e) =>
            (e.target as Element).closest('[data-sonner-toaster]') && e.preventDefault()
          }
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <div>
              <D.Title className="text-lg font-semibold">{title}</D.Title>
              {description && (
                <D.Description className="mt-0.5 text-sm text-dim">{description}</D.Description>
              )}
            </div>
            <div className="flex items-center gap-1">
              {mark}
              <D.Close
                aria-label={t`Close`}
                className="grid size-7 place-items-center rounded text-dim hover:bg-raised hover:text-ink"
              >
                <X size={16} />
              </D.Close>
            </div>
          </div>
          {children}
        </D.Content>
      </D.Portal>
    </D.Root>
  );
}
