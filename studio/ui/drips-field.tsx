import type { DripChange } from '@ignis/core/definitions/warps';
import { useBench } from '../state/bench';
import { Button } from './button';
import { t } from '../words/t';

interface Props {
  value: readonly DripChange[];
  onChange(value: DripChange[]): void;
  onDone(): void;
}

/** What was done to single drips by hand, and the way back. */
export const DripsField = ({ value, onChange, onDone }: Props) => (
  <div className="flex items-center justify-end gap-2 text-sm text-dim">
    {value.length > 0 ? (
      <Button
        onClick={() => {
          onChange([]);
          onDone();
        }}
      >
        {t`Put back ${value.length}`}
      </Button>
    ) : (
      <Button onClick={() => useBench.getState().set({ mode: 'drips' })}>
        {t`Change on the stage`}
      </Button>
    )}
  </div>
);
