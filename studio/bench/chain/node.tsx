import type { ReactNode } from 'react';
import { usePull, type Pulled } from './use-pull';

interface Props {
  title: ReactNode;
  /** What stands at the right of the title. */
  aside?: ReactNode;
  /** Whether it takes part; undefined if it cannot be turned off. */
  on?: boolean;
  onToggle?(): void;
  /** Called when the pointer rests on the dot, and with false when it leaves. */
  onPeek?(on: boolean): void;
  /** Listeners and attributes that make the dot a handle to carry the node by. */
  grip?: Record<string, unknown>;
  /** What a drag of the title to the side changes. */
  pulled?: Pulled;
  children?: ReactNode;
  last?: boolean;
}

/** One stage of the chain: a dot on the rail, a title, and its controls. */
export function Node({ title, aside, on, onToggle, onPeek, pulled, grip, children, last }: Props) {
  const pull = usePull(pulled, grip);
  const dot = `block size-3.5 rounded-full border-2 ${on === false ? 'border-dim bg-panel' : 'border-ember bg-panel'}`;
  return (
    <div className="relative pl-6">
      {!last && <div className="absolute top-4 -bottom-3 left-[6px] w-[2px] bg-line" />}
      {onToggle ? (
        <button
          type="button"
          role="switch"
          aria-checked={on}
          aria-label={`${typeof title === 'string' ? title : 'Step'} on`}
          title={on ? 'Turn off' : 'Turn on'}
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
      <div className="flex min-h-6 items-center justify-between gap-2">
        <h3
          className={`truncate text-sm font-semibold ${on === false ? 'text-dim' : ''} ${pulled ? 'cursor-ew-resize' : grip ? 'cursor-grab' : ''}`}
          {...grip}
          {...pull}
        >
          {title}
        </h3>
        <div className="flex items-center gap-1 text-sm text-dim">{aside}</div>
      </div>
      {children && <div className="pt-1">{children}</div>}
    </div>
  );
}
