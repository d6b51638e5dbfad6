import { brushParameters } from '@ignis/core/masks/stroke';
import { useBrush } from '../../state/brush';
import { NumberField } from '../../ui/number-field';

/** Values of the brush in the row of tools, where the chain does not show them. */
export function BrushFields({ of }: { of: readonly (keyof typeof brushParameters)[] }) {
  const brush = useBrush();
  return of.map((name) => {
    const parameter = brushParameters[name];
    return (
      <span key={name} className="flex items-baseline pl-2 text-dim" title={parameter.help}>
        {parameter.label}
        <NumberField
          value={brush[name]}
          parameter={parameter}
          onChange={(v) => useBrush.setState({ [name]: v })}
          onDone={() => undefined}
        />
      </span>
    );
  });
}
