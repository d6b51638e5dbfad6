import clsx from 'clsx';
import type { ComponentProps } from 'react';

type Look = 'plain' | 'outlined' | 'ember' | 'icon';

const looks: Record<Look, string> = {
  plain: 'rounded-md px-2.5 py-1.5 text-dim hover:bg-raised hover:text-ink',
  outlined: 'rounded-md border border-line bg-raised px-3 py-1.5 hover:border-dim',
  ember: 'rounded-md bg-ember px-3.5 py-1.5 font-semibold text-on-ember hover:brightness-110',
  icon: 'grid size-8 place-items-center rounded-md text-dim hover:bg-raised hover:text-ink',
};

interface Props extends ComponentProps<'button'> {
  look?: Look;
  /** Pressed and held down, as of a switch. */
  active?: boolean;
}

/** A button; an icon button needs an aria-label. */
export function Button({ look = 'outlined', active, className, ...rest }: Props) {
  return (
    <button
      type="button"
      className={clsx(
        'inline-flex items-center justify-center gap-1.5 whitespace-nowrap text-sm transition-colors disabled:pointer-events-none disabled:opacity-40',
        looks[look],
        active && 'bg-ember/15 text-ember-ink',
        className,
      )}
      {...rest}
    />
  );
}
