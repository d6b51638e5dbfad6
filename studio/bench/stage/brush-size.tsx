import { brushParameters } from '@ignis/core/brush/stroke';
import { useBrush } from '../../state/brush';
import { NumberField } from '../../ui/number-field';
import { t } from '../../words/t';

/** The size of the brush in the row of tools, where the chain does not show it. */
export function BrushSize() {
  const size = useBrush((s) => s.size);
  return (
    <span className="flex items-baseline pl-2 text-dim">
      {t`Size`}
      <NumberField
        value={size}
        parameter={brushParameters.size}
        onChange={(v) => useBrush.setState({ size: v })}
        onDone={() => undefined}
      />
    </span>
  );
}
