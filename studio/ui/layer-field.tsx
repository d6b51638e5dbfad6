import { useContext } from 'react';
import { ChoiceField } from './choice-field';
import { LayerChoice } from './layer-context';

/** Stands for what lies beneath, and for a layer that is gone: a choice must have a word. */
const BENEATH = '(beneath)';
const GONE = '(gone)';

/** Another layer, or what lies beneath this one. */
export function LayerField({
  label,
  value,
  onChange,
}: {
  label: string;
  /** The id of a layer; empty for what lies beneath. */
  value: string;
  onChange(value: string): void;
}) {
  const layers = useContext(LayerChoice);
  const isGone = value !== '' && !layers.some((l) => l.value === value);
  const options = [
    ...(isGone ? [{ value: GONE, label: 'gone' }] : []),
    { value: BENEATH, label: 'what lies beneath' },
    ...layers,
  ];
  return (
    <div className="flex flex-col items-end">
      <ChoiceField
        label={label}
        value={isGone ? GONE : value || BENEATH}
        options={options}
        onChange={(next) => {
          if (next !== GONE) onChange(next === BENEATH ? '' : next);
        }}
      />
      {isGone && (
        <p className="text-right text-sm text-alarm">
          That layer is gone. The step waits until it is back.
        </p>
      )}
    </div>
  );
}
