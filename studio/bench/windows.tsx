import { lazy, Suspense } from 'react';
import { DialogFaultBoundary } from '../ui/fault-boundary';
import { actions } from './actions/index';
import type { BenchDoes } from './actions/state';
import { ExportDialog } from './export/export-dialog';
import { Keys, Palette } from './palette';
import { t } from '../words/t';

/** Loaded when they are asked for. */
const LAZY = {
  costs: lazy(() => import('./costs/costs')),
  earlier: lazy(() => import('./earlier-dialog')),
  takes: lazy(() => import('./takes/takes-dialog')),
  library: lazy(() => import('./library/library-dialog')),
};

export type WindowName = 'export' | 'keys' | 'palette' | keyof typeof LAZY;

/** The windows over the bench, of which one is open at most. */
export function Windows({
  open,
  does,
  onOpen,
}: {
  open: WindowName | null;
  does: BenchDoes;
  onOpen(name: WindowName | null): void;
}) {
  const close = () => onOpen(null);
  const opened = (name: WindowName) => (isOpen: boolean) => onOpen(isOpen ? name : null);
  const Lazy = open && open in LAZY ? LAZY[open as keyof typeof LAZY] : null;
  return (
    <DialogFaultBoundary what={t`This window`} onClose={close}>
      {open === 'export' && <ExportDialog open onOpenChange={opened('export')} />}
      {open === 'palette' && (
        <Palette open onOpenChange={opened('palette')} actions={actions(does)} />
      )}
      {open === 'keys' && <Keys open onOpenChange={opened('keys')} actions={actions(does)} />}
      {Lazy && (
        <Suspense>
          <Lazy onClose={close} />
        </Suspense>
      )}
    </DialogFaultBoundary>
  );
}
