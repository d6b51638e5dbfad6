interface Props<T> {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChange(value: T): void;
  disabled: boolean;
}

/** A few choices side by side, with what they are for before them. */
export function Choice<T extends string | number>({
  label,
  value,
  options,
  onChange,
  disabled,
}: Props<T>) {
  return (
    <div role="radiogroup" aria-label={label} className="flex items-center">
      <span className="w-20 shrink-0 text-dim">{label}</span>
      {options.map(([v, text]) => (
        <button
          key={v}
          type="button"
          role="radio"
          aria-checked={v === value}
          disabled={disabled}
          onClick={() => onChange(v)}
          className={`border border-line px-3 py-1 first-of-type:rounded-l-md last-of-type:rounded-r-md not-first-of-type:-ml-px ${v === value ? 'bg-ember/20 text-ember-ink' : 'hover:bg-raised'}`}
        >
          {text}
        </button>
      ))}
    </div>
  );
}
