import { count } from '@ignis/core/definitions/number-parameters';
import type { Mesh } from '@ignis/core/definitions/warps';
import { FEWEST_POINTS, MAX_POINTS } from '@ignis/core/definitions/warps';
import { flatMesh, isFlat, meshWith } from '@ignis/core/steps/warp/mesh-points';
import { useReshaping } from '../state/reshaping';
import { NumberField } from './number-field';
import { t } from '../words/t';

const SIDE = { min: FEWEST_POINTS, max: MAX_POINTS };
const COLUMNS = count(t`Columns`, 4, SIDE);
const ROWS = count(t`Rows`, 4, SIDE);

interface Props {
  value: Mesh | null;
  onChange(value: Mesh): void;
  onDone(): void;
}

/** How many points a mesh has. What it bends stays bent when there are more. */
export function MeshField({ value, onChange, onDone }: Props) {
  if (!value)
    return (
      <p className="text-sm text-dim">{t`Choose Reshape over the stage, and lay a mesh there.`}</p>
    );
  const lay = (columns: number, rows: number) => {
    useReshaping.setState({ points: [] });
    onChange(meshWith(value, Math.round(columns), Math.round(rows)));
  };
  return (
    <div className="flex items-center justify-end gap-1 text-sm text-dim">
      {!isFlat(value) && (
        <button
          type="button"
          onClick={() => {
            onChange(flatMesh(value.box, value.columns, value.rows));
            onDone();
          }}
          className="mr-auto rounded px-1.5 hover:text-ink"
        >
          {t`Flatten`}
        </button>
      )}
      <NumberField
        value={value.columns}
        parameter={COLUMNS}
        onChange={(n) => lay(n, value.rows)}
        onDone={onDone}
      />
      ×
      <NumberField
        value={value.rows}
        parameter={ROWS}
        onChange={(n) => lay(value.columns, n)}
        onDone={onDone}
      />
    </div>
  );
}
