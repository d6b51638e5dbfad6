import { LayoutGrid, RotateCcw } from 'lucide-react';
import type { Parameter } from '@ignis/core/definitions/parameter';
import { tip } from './tip';
import { midSentence, t } from '../words/t';

interface Props {
  parameter: Parameter;
  /** Sets the value back to what it was at first; null where it is that, or where that is not marked. */
  onReset: (() => void) | null;
  /** Whether several things that are set at once have each another value. */
  differs: boolean;
  /** Opens the look sheet of the value; null if it has none. */
  onSheet: (() => void) | null;
}

/** The name of a value, with what can be done with it: set back, seen on a look sheet. */
export function ParameterLabel({ parameter, onReset, differs, onSheet }: Props) {
  const { kind } = parameter;
  const label = t(parameter.label);
  const isNumber = kind === 'number';
  return (
    <span className="group/label relative flex min-w-0 items-center gap-0.5 text-sm text-dim">
      {onReset && (
        <button
          type="button"
          tabIndex={-1}
          aria-label={t`Reset ${label}`}
          {...tip(
            t`Changed. Click to reset ${midSentence(label)}${isNumber ? t` ( Alt Backspace on the number )` : ''}.`,
          )}
          onClick={onReset}
          className="group/mark absolute inset-y-0 -left-3.5 my-auto grid h-6 w-3.5 place-items-center text-ember-ink"
        >
          <span className="size-[5px] rounded-full bg-ember group-hover/mark:hidden" />
          <RotateCcw size={11} className="hidden group-hover/mark:block" />
        </button>
      )}
      <span className="truncate">{label}</span>
      {differs && (
        <span role="img" aria-label={t`differs`} {...tip(t`Differs from layer to layer`)}>
          ≠
        </span>
      )}
      {onSheet && (
        <button
          type="button"
          data-sheet
          // Tab goes from value to value: L on a number opens it too.
          tabIndex={isNumber ? -1 : undefined}
          aria-label={t`Look sheet of ${label}`}
          {...tip(t`See all of them on a look sheet${isNumber ? t` ( L on the number )` : ''}`)}
          onClick={onSheet}
          className="rounded p-0.5 opacity-0 group-hover/label:opacity-100 hover:text-ink focus-visible:opacity-100"
        >
          <LayoutGrid size={12} />
        </button>
      )}
    </span>
  );
}
