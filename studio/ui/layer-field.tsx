import { useContext } from 'react';
import { ChoiceField } from './choice-field';
import { LayerChoice } from './layer-context';
import { t } from '../words/t';

/** Stands for what lies beneath, and for a layer that is gone: a choice must have a word. */
const BENEATH = '(beneath)';
const GONE = '(gone)';

/** Stands for none, where only some layers will do. */
const NONE = '(none)';

/** Another layer, or what lies beneath this one; if it must have paths, one of those that have. */
export function LayerField({
  label,
  value,
  having,
  onChange,
}: {
  label: string;
  /** The id of a layer; empty for what lies beneath, or for none. */
  value: string;
  having?: 'paths';
  onChange(value: string): void;
}) {
  const all = useContext(LayerChoice);
  const layers = having ? all.filter((l) => l.hasPaths) : all;
  const empty = having ? NONE : BENEATH;
  const isGone = value !== '' && !layers.some((l) => l.value === value);
  const options = [
    ...(isGone ? [{ value: GONE, label: t`gone` }] : []),
    having
      ? { value: NONE, label: layers.length > 0 ? t`choose a line` : t`no line yet` }
      : { value: BENEATH, label: t`what lies beneath` },
    ...layers,
  ];
  return (
    <div className="flex flex-col items-end">
      <ChoiceField
        label={label}
        value={isGone ? GONE : value || empty}
        options={options}
        onChange={(next) => {
          if (next !== GONE) onChange(next === empty ? '' : next);
        }}
      />
      {isGone && (
        <p className="text-right text-sm text-alarm">
          {t`That layer is gone. The step waits until it is back.`}
        </p>
      )}
    </div>
  );
}
