import { Eye, EyeOff, Trash2 } from 'lucide-react';
import type { SmearStroke } from '@ignis/core/definitions/strokes';
import { smearWays } from '@ignis/core/brush/smear-stroke';
import { chooseStrokes, useChosenStrokes } from '../state/paint';
import { t } from '../words/t';

interface Props {
  value: readonly SmearStroke[];
  onChange(value: SmearStroke[]): void;
  onDone(): void;
}

/** The strokes of a step, the last first: each can be chosen, turned off or deleted. */
export function StrokesField({ value, onChange, onDone }: Props) {
  const chosen = useChosenStrokes((s) => s.chosen) ?? [];
  const put = (next: SmearStroke[]) => {
    onChange(next);
    onDone();
  };
  if (value.length === 0)
    return (
      <p className="text-sm text-dim">{t`Choose Smear over the stage, and drag on the picture.`}</p>
    );
  return (
    <ol className="flex max-h-40 flex-col overflow-y-auto rounded border border-line text-sm">
      {value
        .map((stroke, i) => {
          const name = `${t(smearWays.find((w) => w.way === stroke.way)!.label)} ${i + 1}`;
          const isChosen = chosen.includes(stroke.id);
          return (
            <li
              key={stroke.id}
              className={`grid grid-cols-[1fr_auto_auto_auto] items-center gap-1 pl-1.5 ${isChosen ? 'bg-ember/15' : ''} ${stroke.enabled ? '' : 'text-dim'}`}
            >
              <button
                type="button"
                aria-pressed={isChosen}
                onClick={() => chooseStrokes(isChosen ? [] : [stroke.id])}
                className="py-0.5 text-left hover:text-ink"
              >
                {name}
              </button>
              <span className="text-dim">{Math.round(stroke.brush.size)} px</span>
              <button
                type="button"
                aria-label={stroke.enabled ? t`Turn ${name} off` : t`Turn ${name} on`}
                onClick={() =>
                  put(value.map((s) => (s.id === stroke.id ? { ...s, enabled: !s.enabled } : s)))
                }
                className="rounded p-1 text-dim hover:text-ink"
              >
                {stroke.enabled ? <Eye size={13} /> : <EyeOff size={13} />}
              </button>
              <button
                type="button"
                aria-label={t`Delete ${name}`}
                onClick={() => put(value.filter((s) => s.id !== stroke.id))}
                className="rounded p-1 text-dim hover:text-ink"
              >
                <Trash2 size={13} />
              </button>
            </li>
          );
        })
        .reverse()}
    </ol>
  );
}
