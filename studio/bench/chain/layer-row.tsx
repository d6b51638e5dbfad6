import { ChoiceField } from '../../ui/choice-field';

/** One layer out of several, or none. */
export function LayerRow({
  label,
  value,
  options,
  none,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly { value: string; label: string }[];
  none: string;
  onChange(value: string): void;
}) {
  // A list of the interface library cannot have an empty value.
  const NONE = 'none';
  return (
    <div className="flex min-h-7 items-center justify-between text-sm text-dim">
      <span>{label}</span>
      <ChoiceField
        label={label}
        value={value || NONE}
        options={[{ value: NONE, label: none }, ...options]}
        onChange={(next) => onChange(next === NONE ? '' : next)}
      />
    </div>
  );
}
