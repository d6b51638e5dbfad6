import { ChevronDown, ChevronRight, Ellipsis } from 'lucide-react';
import type { ReactNode } from 'react';
import { useChainPart, useFold, type Fold } from '../../state/folds';
import { Menu, WithContextMenu, type MenuItems } from '../../ui/menu';
import { usePull, type Pulled } from './use-pull';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';
import { HelpMark } from '../../help/help-mark';
import type { Topic } from '../../help/answer';

interface Props {
  title: ReactNode;
  /** What stands at the right of the title. */
  aside?: ReactNode;
  /** What stands there in its place while it is folded: the essence of what it holds. */
  essence?(): ReactNode;
  /** Whether it takes part; undefined if it cannot be turned off. */
  on?: boolean;
  onToggle?(): void;
  /** Called when the pointer rests on the dot, and with false when it leaves. */
  onPeek?(on: boolean): void;
  /** What else can be done with it: by a button, or a right click on its head. */
  menu?: MenuItems;
  /** Listeners and attributes that make the dot a handle to carry the node by. */
  grip?: Record<string, unknown>;
  /** What a drag of the title to the side changes. */
  pulled?: Pulled;
  /** How it folds; left out, a section with a title folds by that, for all layers of a kind. */
  fold?: Fold;
  /** What the mark of its head opens an answer about. */
  about?: Topic;
  children?: ReactNode;
  last?: boolean;
}

/** One stage of the chain: a dot on the rail, a title that stays in sight, and its controls. */
export function Node({
  title,
  aside,
  essence,
  on,
  onToggle,
  onPeek,
  pulled,
  menu,
  grip,
  fold: given,
  about,
  children,
  last,
}: Props) {
  const pull = usePull(pulled, grip);
  const fold = useFold(given, children && typeof title === 'string' ? title : null);
  const name = typeof title === 'string' ? title : null;
  const part = useChainPart({ name, on, isStep: menu !== undefined, fold });
  const isFolded = fold !== null && !fold.isOpen;
  const dot = `block size-3.5 rounded-full border-2 ${on === false ? 'border-dim bg-panel' : 'border-ember bg-panel'}`;
  const head = (
    <div
      className={`group/head -ml-6 flex min-h-6 items-center justify-between gap-2 pl-6 ${children && !isFolded ? 'sticky -top-3 z-10 bg-panel' : ''}`}
    >
      {!last && <span className="absolute top-4 bottom-0 left-[6px] w-[2px] bg-line" />}
      {onToggle ? (
        <button
          type="button"
          role="switch"
          aria-checked={on}
          aria-label={t`${name ?? ''} on`}
          {...tip(on ? t`Turn off` : t`Turn on`)}
          onClick={onToggle}
          onPointerEnter={() => onPeek?.(true)}
          onPointerLeave={() => onPeek?.(false)}
          onFocus={(e) => e.target.matches(':focus-visible') && onPeek?.(true)}
          onBlur={() => onPeek?.(false)}
          className="absolute top-[5px] left-0 z-10"
        >
          <span className={dot} />
        </button>
      ) : (
        <span className={`absolute top-[5px] left-0 z-10 ${dot}`} />
      )}
      <h3
        className={`touch-pan-y truncate text-sm font-semibold ${on === false ? 'text-dim' : ''} ${pulled ? 'cursor-ew-resize' : grip ? 'cursor-grab' : fold ? 'cursor-pointer' : ''}`}
        onClick={grip || pulled ? undefined : fold?.toggle}
        {...grip}
        {...pull}
      >
        {title}
      </h3>
      <div className="flex min-w-0 items-center gap-1 text-sm text-dim">
        {about && (
          <HelpMark
            about={about}
            className="opacity-0 group-hover/head:opacity-100 focus-visible:opacity-100 aria-expanded:opacity-100 pointer-coarse:opacity-100"
          />
        )}
        {isFolded && essence ? <span className="truncate">{essence()}</span> : aside}
        {menu && (
          <Menu
            trigger={
              <button
                type="button"
                aria-label={t`More about ${name ?? ''}`}
                {...tip(t`More`)}
                className="shrink-0 rounded p-1 hover:text-ink"
              >
                <Ellipsis size={14} />
              </button>
            }
            items={menu}
          />
        )}
        {fold && (
          <button
            type="button"
            aria-label={`${isFolded ? t`Open` : t`Fold`} ${name}`}
            aria-expanded={!isFolded}
            {...tip(isFolded ? t`Open` : t`Fold`)}
            onClick={fold.toggle}
            className="-mr-1 rounded p-1 hover:text-ink"
          >
            {isFolded ? <ChevronRight size={14} /> : <ChevronDown size={14} />}
          </button>
        )}
      </div>
    </div>
  );
  return (
    <div ref={part} className="relative scroll-mt-3 pl-6">
      {!last && <div className="absolute top-4 -bottom-3 left-[6px] w-[2px] bg-line" />}
      {menu ? <WithContextMenu items={menu}>{head}</WithContextMenu> : head}
      {children && !isFolded && <div className="pt-1">{children}</div>}
    </div>
  );
}
