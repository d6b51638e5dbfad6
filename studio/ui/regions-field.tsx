import { Trash2 } from 'lucide-react';
import { length } from '@ignis/core/definitions/number-parameters';
import type { ReshapedRegion } from '@ignis/core/definitions/warps';
import { useReshaping } from '../state/reshaping';
import { NumberField } from './number-field';
import { PlaceFields } from './place-fields';
import { tip } from './tip';
import { t } from '../words/t';

const SOFT = {
  ...length(t`Soft border`, 40, { min: 1, max: 5000 }),
  help: t`How far beyond the part what lies round it gives way.`,
};

interface Props {
  value: readonly ReshapedRegion[];
  onChange(value: ReshapedRegion[]): void;
  onDone(): void;
}

/** The parts that are reshaped: each by its numbers, the chosen one in full. */
export function RegionsField({ value, onChange, onDone }: Props) {
  const chosen = useReshaping((s) => s.part);
  const change = (id: string, values: Partial<ReshapedRegion>) =>
    onChange(value.map((r) => (r.id === id ? { ...r, ...values } : r)));
  if (value.length === 0)
    return (
      <p className="text-sm text-dim">
        {t`Choose Reshape over the stage, and draw round the part that you want to move.`}
      </p>
    );
  return (
    <ol className="flex flex-col gap-1">
      {value.map((region, i) => (
        <li
          key={region.id}
          className={`rounded border py-0.5 pl-1.5 ${region.id === chosen ? 'border-ember/60' : 'border-line'}`}
        >
          <div className="grid grid-cols-[1fr_auto_auto_auto] items-center gap-1 text-sm">
            <button
              type="button"
              aria-pressed={region.id === chosen}
              onClick={() =>
                useReshaping.setState({ part: region.id === chosen ? null : region.id })
              }
              className="py-0.5 text-left hover:text-ink"
            >
              {t`Part ${i + 1}`}
            </button>
            <span className="text-dim">{t`soft`}</span>
            <NumberField
              value={region.soft}
              parameter={SOFT}
              onChange={(soft) => change(region.id, { soft })}
              onDone={onDone}
            />
            <button
              type="button"
              aria-label={t`Remove part ${i + 1}`}
              {...tip(t`Remove: what it carried goes back`)}
              onClick={() => {
                onChange(value.filter((r) => r.id !== region.id));
                onDone();
              }}
              className="rounded p-1 text-dim hover:text-ink"
            >
              <Trash2 size={13} />
            </button>
          </div>
          {region.id === chosen && (
            <PlaceFields
              place={region.to}
              onChange={(to) => change(region.id, { to: { ...region.to, ...to } })}
              onDone={onDone}
            />
          )}
        </li>
      ))}
    </ol>
  );
}
