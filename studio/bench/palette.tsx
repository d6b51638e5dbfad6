import { Command } from 'cmdk';
import { useState } from 'react';
import { useBench } from '../state/bench';
import { noteUsed, useLatelyUsed } from '../state/lately-used';
import { Dialog } from '../ui/dialog';
import type { Action } from './commands/action';
import { synonymsOf } from './commands/synonyms';
import { modeOf } from './modes/index';
import { keyLabel } from './actions/key-label';
import { t } from '../words/t';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
  actions: Action[];
}

/** Every action by name or another word for it: type a part of it, Enter does it. What cannot be done now says why. */
export function Palette({ open, onOpenChange, actions }: Props) {
  const lately = useLatelyUsed((s) => s.names);
  const [asked, setAsked] = useState('');
  const recent = lately.flatMap((name) => actions.filter((a) => a.enabled && a.name === name));
  const shown = actions
    .map((action) => ({ action, fit: fitOf(action, asked) }))
    .filter(({ fit }) => fit > 0)
    // What fits alike stays in its order.
    .sort((a, b) => b.fit - a.fit)
    .map(({ action }) => action);
  const entry = (a: Action, group = '') => (
    <Command.Item
      key={group + a.name}
      value={group + a.name}
      disabled={!a.enabled}
      onSelect={() => {
        onOpenChange(false);
        noteUsed(a.name);
        // The window gives the focus back first.
        requestAnimationFrame(a.run);
      }}
      className="flex cursor-pointer items-center justify-between gap-4 rounded-md px-3 py-1.5 text-sm data-[disabled=true]:cursor-default data-[disabled=true]:text-dim data-[selected=true]:bg-raised"
    >
      {a.name}
      <span className="shrink-0 text-xs text-dim">
        {a.enabled ? a.keys && <kbd className="font-sans">{keyLabel(a.keys[0]!)}</kbd> : whyNot()}
      </span>
    </Command.Item>
  );
  return (
    <Dialog title={t`All actions`} open={open} onOpenChange={onOpenChange} width="w-[560px]">
      <Command label={t`All actions`} shouldFilter={false}>
        <Command.Input
          placeholder={t`What do you want to do?`}
          autoFocus
          value={asked}
          onValueChange={setAsked}
          className="mb-2 w-full rounded-md bg-ground px-3 py-2 outline-none placeholder:text-dim"
        />
        <Command.List label={t`Actions found`} className="max-h-[46vh] overflow-auto">
          <Command.Empty className="px-3 py-6 text-center text-dim">
            {t`Nothing is called that.`}
          </Command.Empty>
          {asked === '' && recent.length > 0 && (
            <Command.Group
              heading={t`Used lately`}
              className="mb-1 border-b border-line pb-1 [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-dim"
            >
              {recent.map((a) => entry(a, 'lately '))}
            </Command.Group>
          )}
          {shown.map((a) => entry(a))}
        </Command.List>
      </Command>
    </Dialog>
  );
}

/**
 * How well an action answers what is typed, every word of it, 0 for not at all: by how its name begins, what is in it, or
 * other words for it; what cannot be done now comes last, and only where something is typed.
 */
function fitOf({ name, words = synonymsOf(name), enabled }: Action, asked: string): number {
  const [own, other] = [name.toLocaleLowerCase(), words.toLocaleLowerCase()];
  const typed = asked.toLocaleLowerCase().trim();
  if (typed === '') return enabled ? 1 : 0;
  const each = typed.split(/\s+/);
  if (!each.every((word) => own.includes(word) || other.includes(word))) return 0;
  const isIn = each.every((word) => own.includes(word));
  const fit = own.startsWith(typed) ? 1 : isIn ? 0.8 : 0.5;
  return enabled ? fit : fit / 10;
}

/** Why an action cannot be done now. */
function whyNot(): string {
  const { selected, mode } = useBench.getState();
  if (modeOf(mode).exclusive) return t`end what you do on the stage first`;
  return selected ? t`not with this layer` : t`choose a layer first`;
}

/** The keys, and what they do. */
export function Keys({ open, onOpenChange, actions }: Props) {
  const more = [
    [t`Space and drag, or middle button`, t`Pan`],
    [t`Ctrl and wheel, or pinch`, t`Zoom at the pointer`],
    [t`Shift while drawing or turning`, t`Hold to 15°`],
    [t`Right click, or Alt Backspace, on a value`, t`Reset it`],
    [t`L on a number`, t`Look sheet of it`],
    ['Tab', t`Next value`],
    [t`Shift or Alt while changing a value`, '×10 or ÷10'],
  ];
  return (
    <Dialog title={t`Keys`} open={open} onOpenChange={onOpenChange} width="w-[640px]">
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
