import clsx from 'clsx';
import { useState } from 'react';

interface Props {
  label: string;
  value: string;
  onChange(value: string): void;
  className?: string;
}

/** A name that can be written over: Enter or leaving keeps it, Esc does not. */
export function NameField({ label, value, onChange, className }: Props) {
  const [text, setText] = useState<string | null>(null);
  const done = () => {
    const name = text?.trim();
    setText(null);
    if (name && name !== value) onChange(name.slice(0, 200));
  };
  return (
    <input
      aria-label={label}
      className={clsx(
        'min-w-0 truncate rounded bg-transparent px-1 hover:bg-raised focus:bg-ground',
        className,
      )}
      value={text ?? value}
      onFocus={(e) => {
        setText(value);
        e.currentTarget.select();
      }}
      onChange={(e) => setText(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') {
          setText(null);
          const field = e.currentTarget;
          requestAnimationFrame(() => field.blur());
        }
      }}
    />
  );
}
