import type { ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';

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
  /** Whether nothing but the stage is there. */
  isBare?: boolean;
  children?: ReactNode;
}

/** What the browser remembers; one that remembers nothing forgets this as well. */
const remembered = {
  getItem(key: string): string | null {
    try {
      return localStorage.getItem(key);
    } catch {
      return null;
    }
  },
  setItem(key: string, value: string): void {
    try {
      localStorage.setItem(key, value);
    } catch {
      // It is as it was at first the next time.
    }
  },
};

/** The width of the chain, CSS px: of an artist who never dragged its edge, and as it may be. */
const CHAIN = { usual: '332px', least: '300px', most: '600px' };

/** Where the parts of the bench stand: the same before a scene is open as after. */
export function BenchLayout({
  name,
  header,
  stage,
  chain,
  strip,
  isOpening,
  isBare = false,
  children,
}: Props) {
  // What is right on one screen is not on another.
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({
    id: `ignis-bench-${window.screen.width}`,
    storage: remembered,
    onlySaveAfterUserInteractions: true,
  });
  return (
    <main className="flex h-full flex-col overflow-hidden" aria-busy={isOpening}>
      {!isBare &&
        (header || (
          <header className="flex h-[46px] shrink-0 items-center border-b border-line bg-panel px-14">
            <h1 className="truncate font-semibold">{name}</h1>
          </header>
        ))}
      <Group
        {...(!isBare && defaultLayout && { defaultLayout })}
        {...(!isBare && { onLayoutChanged })}
        className="min-h-0 flex-1"
      >
        <Panel id="stage" minSize="320px" className="relative" style={{ overflow: 'hidden' }}>
          {stage}
        </Panel>
        {!isBare && (
          <>
            <Separator
              aria-label="Width of the chain"
              className="z-10 w-0 outline-ember before:absolute before:inset-y-0 before:w-1 data-[separator=hover]:before:bg-ember/40 data-[separator=active]:before:bg-ember"
            />
            <Panel
              id="chain"
              defaultSize={CHAIN.usual}
              minSize={CHAIN.least}
              maxSize={CHAIN.most}
              groupResizeBehavior="preserve-pixel-size"
              style={{ overflow: 'hidden' }}
            >
              {chain || <div className="h-full border-l border-line bg-panel" />}
            </Panel>
          </>
        )}
      </Group>
      {!isBare && (strip || <div className="h-[158px] shrink-0 border-t border-line bg-panel" />)}
      {children}
    </main>
  );
}
