import { ChevronDown } from 'lucide-react';
import { useStageAids } from '../../state/stage-aids';
import { Menu, type MenuEntry } from '../../ui/menu';
import { showFocused } from '../../ui/show-focused';

/** The row over the stage, and what stands in it. */

/** The ways of working, and under them the tools of the one that is chosen. */
export const Bar = ({
  children,
  tools,
}: {
  children: React.ReactNode;
  tools?: React.ReactNode;
}) => (
  <div
    className={`pointer-events-none absolute right-0 left-0 flex flex-col items-center gap-1.5 px-3 ${useStageAids((s) => s.rulers) ? 'top-7' : 'top-3'}`}
  >
    <div data-bar onFocus={showFocused} className={`${ROW} h-9`}>
      {children}
    </div>
    {tools && <div className={`${ROW} h-8 empty:hidden`}>{tools}</div>}
  </div>
);

const ROW =
  'pointer-events-auto flex max-w-full min-w-0 items-center gap-0.5 overflow-x-auto [scrollbar-width:none] rounded-full border border-line bg-panel/95 px-1.5 text-sm shadow-lg';

export const Hint = ({ children }: { children: React.ReactNode }) => (
  <span className="min-w-0 truncate px-2.5 text-dim">{children}</span>
);

export const Small = ({ label, onClick }: { label: string; onClick(): void }) => (
  <button
    type="button"
    onClick={onClick}
    className="rounded-full px-2.5 py-1 whitespace-nowrap hover:bg-raised"
  >
    {label}
  </button>
);

/** One of a few ways to go on, side by side. */
export const Way = ({ on, label, onClick }: { on: boolean; label: string; onClick(): void }) => (
  <button
    type="button"
    aria-pressed={on}
    onClick={onClick}
    className={`rounded-full px-2.5 py-1 whitespace-nowrap ${on ? 'bg-ember/20 text-ember-ink' : 'hover:bg-raised'}`}
  >
    {label}
  </button>
);

export const DropDown = ({ label, items }: { label: string; items: MenuEntry[] }) => (
  <Menu
    trigger={
      <button
        type="button"
        className="flex items-center gap-1 rounded-full px-2.5 py-1 whitespace-nowrap hover:bg-raised"
      >
        {label} <ChevronDown size={13} />
      </button>
    }
    items={items}
  />
);

/** A mode of the stage, with the digit that chooses it. */
export const ModeButton = ({
  digit,
  label,
  active,
  onClick,
}: {
  digit: string;
  label: string;
  active: boolean;
  onClick(): void;
}) => (
  <button
    type="button"
    aria-pressed={active}
    onClick={onClick}
    className={`flex shrink-0 items-center gap-1.5 rounded-full px-2.5 py-1 whitespace-nowrap ${active ? 'bg-ember/20 text-ember-ink' : 'hover:bg-raised'}`}
  >
    <span className="text-xs text-dim">{digit}</span>
    {label}
  </button>
);
