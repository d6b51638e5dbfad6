import { ChevronRight } from 'lucide-react';
import { ContextMenu, DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

/** One entry of a menu; `null` is a dividing line. */
export type MenuEntry =
  | {
      label: string;
      run(): void;
      disabled?: boolean;
      hint?: string;
      danger?: boolean;
      /** A colour that stands before it. */
      swatch?: string;
    }
  | { label: string; items: MenuEntry[] }
  | null;

/** A menu is no higher than the page has room for; a longer one is scrolled. */
const box =
  'z-50 min-w-44 overflow-y-auto rounded-lg border border-line bg-panel p-1 shadow-2xl max-h-(--radix-popper-available-height)';
const row =
  'flex items-center justify-between gap-6 rounded px-2.5 py-1.5 text-sm outline-none data-[highlighted]:bg-raised data-[disabled]:opacity-40';

/** Entries, or what gives them when the menu opens. */
export type MenuItems = MenuEntry[] | (() => MenuEntry[]);

/** What stands in an open menu. */
function Entries({
  of,
  Kit,
}: {
  of: MenuItems;
  Kit: typeof DropdownMenu | typeof ContextMenu;
}): ReactNode {
  const list = typeof of === 'function' ? of() : of;
  return list.map((e, i) =>
    e && 'items' in e ? (
      <Kit.Sub key={e.label}>
        <Kit.SubTrigger className={row}>
          {e.label}
          <ChevronRight size={13} className="text-dim" />
        </Kit.SubTrigger>
        <Kit.Portal>
          <Kit.SubContent collisionPadding={8} className={box}>
            <Entries of={e.items} Kit={Kit} />
          </Kit.SubContent>
        </Kit.Portal>
      </Kit.Sub>
    ) : e ? (
      <Kit.Item
        key={e.label}
        disabled={e.disabled}
        onSelect={e.run}
        className={`${row} ${e.danger ? 'text-alarm' : ''}`}
      >
        <span className="flex items-center gap-2">
          {e.swatch && <span className="size-3 rounded-full" style={{ background: e.swatch }} />}
          {e.label}
        </span>
        {e.hint && <span className="text-xs text-dim">{e.hint}</span>}
      </Kit.Item>
    ) : (
      <Kit.Separator key={i} className="my-1 h-px bg-line" />
    ),
  );
}

/** A menu that opens from a button. */
export function Menu({
  trigger,
  items,
  align = 'end',
}: {
  trigger: ReactNode;
  items: MenuItems;
  align?: 'start' | 'end';
}) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          sideOffset={4}
          collisionPadding={8}
          className={box}
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          <Entries of={items} Kit={DropdownMenu} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** A finger that opened a menu by a long press does not press what lies beneath it when it is lifted. */
function ignoreTap(): void {
  const lifted = (e: TouchEvent) => e.cancelable && e.preventDefault();
  const watch = { once: true, capture: true, passive: false } as const;
  window.addEventListener('touchend', lifted, watch);
  // A menu that was opened by a mouse waits for no finger.
  window.addEventListener(
    'pointerdown',
    () => window.removeEventListener('touchend', lifted, watch),
    {
      once: true,
      capture: true,
    },
  );
}

/** The same entries on a right click. */
export function WithContextMenu({ items, children }: { items: MenuItems; children: ReactNode }) {
  return (
    <ContextMenu.Root modal={false} onOpenChange={(open) => open && ignoreTap()}>
      <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content
          collisionPadding={8}
          className={box}
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          <Entries of={items} Kit={ContextMenu} />
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
