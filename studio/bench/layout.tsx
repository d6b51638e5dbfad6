import type { ReactNode } from 'react';

interface Props {
  /** What the scene is called; null if that is not known yet. */
  name: string | null;
  /** The parts of the bench; those that are not there yet leave their room. */
  header?: ReactNode;
  stage: ReactNode;
  chain?: ReactNode;
  strip?: ReactNode;
  /** Whether the scene is still on its way. */
  isOpening?: boolean;
  children?: ReactNode;
}

/** Where the parts of the bench stand: the same before a scene is open as after. */
export const BenchLayout = ({ name, header, stage, chain, strip, isOpening, children }: Props) => (
  <main className="flex h-full flex-col overflow-hidden" aria-busy={isOpening}>
    {header || (
      <header className="flex h-[46px] shrink-0 items-center border-b border-line bg-panel px-14">
        <h1 className="truncate font-semibold">{name}</h1>
      </header>
    )}
    <div className="flex min-h-0 flex-1">
      <div className="relative min-w-0 flex-1 overflow-hidden">{stage}</div>
      {chain || <div className="w-[316px] shrink-0 border-l border-line bg-panel" />}
    </div>
    {strip || <div className="h-[158px] shrink-0 border-t border-line bg-panel" />}
    {children}
  </main>
);
