import { Popover } from 'radix-ui';
import { ChevronDown, Plus } from 'lucide-react';
import { useContext, useEffect, useMemo, useRef, useState } from 'react';
import { families } from '@ignis/core/text/families';
import { FontChoice } from './font-context';
import { focusSoon } from './focus-soon';
import { FontWords, fontTitle } from './font-words';
import { SearchField } from './search-field';
import { t } from '../words/t';

interface Props {
  label: string;
  value: string;
  onChange(font: string): void;
  onDone(): void;
}

/** One of the fonts that ship, or of the artist's own; each shows the artist's words. */
export function FontField({ label, value, onChange, onDone }: Props) {
  const { words, own, bringIn } = useContext(FontChoice);
  const [open, setOpen] = useState(false);
  const [sought, setSought] = useState('');
  const list = useRef<HTMLDivElement>(null);
  const all = useMemo(() => {
    const uses = [...new Set(families.map((f) => f.use))];
    const shipped = uses.map((use) => ({
      title: use,
      fonts: families.filter((f) => f.use === use).map((f) => f.id),
    }));
    return own.length > 0 ? [{ title: t`Yours`, fonts: [...own] }, ...shipped] : shipped;
  }, [own]);
  // By name, or by what they are good for.
  const term = sought.trim().toLowerCase();
  const groups = all
    .map((g) => ({
      ...g,
      fonts: g.fonts.filter((f) => `${fontTitle(f)} ${g.title}`.toLowerCase().includes(term)),
    }))
    .filter((g) => g.fonts.length > 0);
  const take = (font: string) => {
    onChange(font);
    setOpen(false);
    setSought('');
    onDone();
  };
  const fonts = groups.flatMap((g) => g.fonts);
  useEffect(() => {
    // The list itself stands there only then.
    if (open) focusSoon(() => list.current, '[aria-selected=true]');
  }, [open]);
  const walk = (e: React.KeyboardEvent) => {
    const isLetter = e.key.length === 1 && e.key !== ' ' && !e.ctrlKey && !e.metaKey && !e.altKey;
    // What is typed is looked for.
    if (isLetter) e.currentTarget.querySelector('input')?.focus();
    const by = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (by === 0) return;
    e.preventDefault();
    const next = fonts[fonts.indexOf(value) + by];
    if (!next) return;
    onChange(next);
    list.current?.querySelector<HTMLElement>(`[data-font="${next}"]`)?.focus();
  };
  return (
    <Popover.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        setSought('');
        if (!now) onDone();
      }}
    >
      <Popover.Trigger
        aria-label={`${label}, ${fontTitle(value)}`}
        className="inline-flex max-w-44 items-center gap-1 truncate rounded px-1.5 py-0.5 text-sm hover:bg-raised"
      >
        <span className="truncate">{fontTitle(value)}</span>
        <ChevronDown size={13} className="shrink-0 text-dim" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={t`Fonts`}
          side="left"
          align="start"
          sideOffset={120}
          collisionPadding={10}
          onKeyDown={walk}
          className="z-50 flex max-h-[min(620px,calc(100vh-40px))] w-[340px] flex-col rounded-lg border border-line bg-panel shadow-2xl"
        >
          <SearchField
            label={t`Find a font`}
            placeholder={t`Find a font`}
            value={sought}
            onChange={setSought}
            onEnter={() => groups[0] && take(groups[0].fonts[0]!)}
            className="m-1.5 mb-0"
          />
          {groups.length === 0 && (
            <p className="px-4 py-6 text-sm text-dim">{t`No font is called that.`}</p>
          )}
          <div
            ref={list}
            role="listbox"
            aria-label={label}
            className="min-h-0 overflow-y-auto p-1.5"
          >
            {groups.map((g) => (
              <div key={g.title} role="group" aria-label={g.title}>
                <div className="px-2 pt-2 pb-0.5 text-xs text-dim">{g.title}</div>
                {g.fonts.map((font) => (
                  <button
                    key={font}
                    type="button"
                    role="option"
                    data-font={font}
                    aria-selected={font === value}
                    onClick={() => take(font)}
                    className={`flex w-full flex-col gap-0.5 rounded px-2 py-1 text-left hover:bg-raised focus:bg-raised ${font === value ? 'bg-ember/15' : ''}`}
                  >
                    <FontWords font={font} words={words} />
                    <span className="text-xs text-dim">{fontTitle(font)}</span>
                  </button>
                ))}
              </div>
            ))}
          </div>
          <button
            type="button"
            onClick={() => {
              setOpen(false);
              void bringIn().then((font) => {
                if (font === null) return;
                onChange(font);
                onDone();
              });
            }}
            className="flex items-center gap-2 border-t border-line px-4 py-2.5 text-sm hover:bg-raised"
          >
            <Plus size={14} /> {t`Bring in a font (TTF, OTF, WOFF, WOFF2)`}
          </button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
