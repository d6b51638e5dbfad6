import { Fragment, type ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { usePanels } from '../state/panels';
import { remembered } from '../state/remembered';
import { t } from '../words/t';

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

/** Whether the screen is used by fingers, which need more room. */
const BY_FINGERS = window.matchMedia('(pointer: coarse)').matches;
/** The width of the chain, CSS px: of an artist who never dragged its edge, and as it may be. */
const CHAIN = { usual: BY_FINGERS ? '384px' : '332px', least: '300px', most: '600px' };
/** The height of the strip. */
const STRIP = { usual: '158px', least: '158px', most: '470px' };

const EDGE = {
  across:
    'z-10 w-0 outline-ember before:absolute before:inset-y-0 before:w-1 data-[separator=hover]:before:bg-ember/40 data-[separator=active]:before:bg-ember',
  down: 'z-10 h-0 outline-ember before:absolute before:inset-x-0 before:h-1 data-[separator=hover]:before:bg-ember/40 data-[separator=active]:before:bg-ember',
};

/** How a group of panels was divided, on this screen: what is right on one is not on another. */
function useDivision(name: string, isBare: boolean) {
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({
    id: `ignis-${name}-${window.screen.width}`,
    storage: remembered,
    onlySaveAfterUserInteractions: true,
  });
  return isBare ? {} : { ...(defaultLayout && { defaultLayout }), onLayoutChanged };
}

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
  const panels = usePanels();
  const hasChain = !isBare && panels.chain === 'shown';
  const hasStrip = !isBare && panels.strip === 'shown';
  const across = useDivision('bench', !hasChain);
  const down = useDivision('strip', !hasStrip);
  const edge = <Separator key="edge" aria-label={t`Width of the chain`} className={EDGE.across} />;
  const beside = hasChain && (
    <Panel
      key="chain"
      id="chain"
      defaultSize={CHAIN.usual}
      minSize={CHAIN.least}
      maxSize={CHAIN.most}
      groupResizeBehavior="preserve-pixel-size"
      style={{ overflow: 'hidden' }}
    >
      {chain || <div className="h-full border-x border-line bg-panel" />}
    </Panel>
  );
  return (
    <main className="flex h-full flex-col overflow-hidden" aria-busy={isOpening}>
      {!isBare &&
        (header || (
          <header className="flex h-[46px] shrink-0 items-center border-b border-line bg-panel px-14">
            <h1 className="truncate font-semibold">{name}</h1>
          </header>
        ))}
      <Group orientation="vertical" {...down} className="min-h-0 flex-1">
        <Panel id="work" minSize="240px" style={{ overflow: 'hidden' }}>
          <Group {...across} className="h-full">
            {panels.side === 'left' && beside && (
              <Fragment key="left">
                {beside}
                {edge}
              </Fragment>
            )}
            <Panel
              key="stage"
              id="stage"
              minSize="320px"
              className="relative"
              style={{ overflow: 'hidden' }}
            >
              {stage}
            </Panel>
            {panels.side === 'right' && beside && (
              <Fragment key="right">
                {edge}
                {beside}
              </Fragment>
            )}
          </Group>
        </Panel>
        {hasStrip && (
          <>
            <Separator aria-label={t`Height of the depth strip`} className={EDGE.down} />
            <Panel
              id="strip"
              defaultSize={STRIP.usual}
              minSize={STRIP.least}
              maxSize={STRIP.most}
              groupResizeBehavior="preserve-pixel-size"
              style={{ overflow: 'hidden' }}
            >
              {strip || <div className="h-full border-t border-line bg-panel" />}
            </Panel>
          </>
        )}
      </Group>
      {children}
    </main>
  );
}
