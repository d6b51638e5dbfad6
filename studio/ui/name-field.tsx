import clsx from 'clsx';
import { useState } from 'react';
import { MAX_NAME } from '@ignis/core/scene/model/bounds';

interface Props {
  label: string;
  value: string;
  onChange(value: string): void;
  className?: string;
  /** The most letters. */
  most?: number;
  /** What stands where there is nothing; with it a name may be taken away. */
  placeholder?: string;
}

/** A name that can be written over: Enter or leaving saves it, Esc does not. */
export function NameField({
  label,
  value,
  onChange,
  className,
  most = MAX_NAME,
  placeholder,
}: Props) {
  const [text, setText] = useState<string | null>(null);
  const done = () => {
    const name = text?.trim().slice(0, most);
    setText(null);
    if (name === undefined || name === value) return;
    if (name !== '' || placeholder !== undefined) onChange(name);
  };
  return (
    <input
      aria-label={label}
      placeholder={placeholder}
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
