import { Plus, X } from 'lucide-react';
import type { ListParameter, ListedValues } from '@ignis/core/definitions/parameter';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import { Button } from './button';
import { IconButton } from './icon-button';
import { t } from '../words/t';

/** Things of one kind: each with its controls, and a way to put one more on them. */
export function ListField({
  parameter: { label, one: called, of, most },
  value,
  onChange,
  onDone,
  children,
}: {
  parameter: ListParameter;
  value: readonly ListedValues[];
  onChange(value: ListedValues[]): void;
  onDone(): void;
  /** The controls of one of them. */
  children(values: ListedValues, onChange: (values: ListedValues) => void): React.ReactNode;
}) {
  const one = t(called);
  const set = (list: ListedValues[]) => {
    onChange(list);
    onDone();
  };
  return (
    <div className="flex flex-col gap-2" role="group" aria-label={t(label)}>
      {value.map((item, i) => (
        <div
          key={i}
          className="rounded-md bg-ground/60 p-2"
          role="group"
          aria-label={`${one} ${i + 2}`}
        >
          <div className="mb-1 flex items-center justify-between text-xs text-dim">
            <span>{t`${one} ${i + 2}, on those before it`}</span>
            <IconButton
              label={t`Remove ${one} ${i + 2}`}
              onClick={() => set(value.filter((_, k) => k !== i))}
            >
              <X size={13} />
            </IconButton>
          </div>
          {children(item, (v) =>
            onChange(value.map((other, k) => (k === i ? { ...other, ...v } : other))),
          )}
        </div>
      ))}
      {value.length < most && (
        <Button onClick={() => set([...value, defaultsOf(of)])}>
          <Plus size={14} /> {t`Lay a ${one} on it`}
        </Button>
      )}
    </div>
  );
}
