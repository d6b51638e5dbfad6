import { Command } from 'cmdk';
import { Dialog } from '../ui/dialog';
import type { Action } from './commands/action';
import { keyLabel } from './actions';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
  actions: Action[];
}

/** Every action by name: type a part of it, Enter does it. */
export function Palette({ open, onOpenChange, actions }: Props) {
  return (
    <Dialog title="All actions" open={open} onOpenChange={onOpenChange} width="w-[520px]">
      <Command label="All actions">
        <Command.Input
          placeholder="What do you want to do?"
          autoFocus
          className="mb-2 w-full rounded-md bg-ground px-3 py-2 outline-none placeholder:text-dim"
        />
        <Command.List className="max-h-[46vh] overflow-auto">
          <Command.Empty className="px-3 py-6 text-center text-dim">
            Nothing is called that.
          </Command.Empty>
          {actions
            .filter((a) => a.enabled)
            .map((a) => (
              <Command.Item
                key={a.name}
                onSelect={() => {
                  onOpenChange(false);
                  // The window gives the focus back first.
                  requestAnimationFrame(a.run);
                }}
                className="flex cursor-pointer items-center justify-between rounded-md px-3 py-1.5 text-sm data-[selected=true]:bg-raised"
              >
                {a.name}
                {a.keys && <kbd className="font-sans text-xs text-dim">{keyLabel(a.keys[0]!)}</kbd>}
              </Command.Item>
            ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}

/** The keys, and what they do. */
export function Keys({ open, onOpenChange, actions }: Props) {
  const more = [
    ['Space and drag, or middle button', 'Pan'],
    ['Ctrl and wheel, or pinch', 'Zoom at the pointer'],
    ['Shift while drawing or turning', 'Hold to 15°'],
    ['Right click on a value', 'Reset it'],
    ['Shift or Alt while changing a value', '×10 or ÷10'],
  ];
  return (
    <Dialog title="Keys" open={open} onOpenChange={onOpenChange} width="w-[640px]">
      <ul className="grid grid-cols-2 gap-x-8 gap-y-1.5 text-sm">
        {actions
          .filter((a) => a.keys)
          .map((a) => (
            <li key={a.name} className="flex justify-between gap-3">
              {a.name} <kbd className="font-sans text-dim">{keyLabel(a.keys![0]!)}</kbd>
            </li>
          ))}
      </ul>
      <ul className="mt-5 flex flex-col gap-1.5 border-t border-line pt-4 text-sm">
        {more.map(([keys, what]) => (
          <li key={keys} className="flex justify-between">
            {what} <span className="text-dim">{keys}</span>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
