import clsx from 'clsx';
import { Search } from 'lucide-react';

/** A field that something is searched with. */
export const SearchField = ({
  label,
  placeholder,
  value,
  onChange,
  onEnter,
  className,
}: {
  label: string;
  placeholder: string;
  value: string;
  onChange(value: string): void;
  onEnter?(): void;
  className?: string;
}) => (
  <label
    className={clsx(
      'flex items-center gap-2 rounded-md border border-line bg-panel px-2.5 focus-within:border-dim',
      className,
    )}
  >
    <Search size={14} className="shrink-0 text-dim" />
    <input
      type="search"
      aria-label={label}
      placeholder={placeholder}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      onKeyDown={(e) => e.key === 'Enter' && onEnter?.()}
      className="h-8 w-full bg-transparent text-sm outline-none placeholder:text-dim"
    />
  </label>
);
