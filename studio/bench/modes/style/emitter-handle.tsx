import type { RefObject } from 'react';
import { apply, invert } from '@ignis/core/geometry/affine';
import type { Emitter } from '@ignis/core/scene/edits/emitter-edits';
import { setEmitter } from '@ignis/core/scene/edits/emitter-edits';
import { UNDRAGGED } from '@ignis/core/sources/beginnings';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';
import { PointHandle } from '../../stage/point-handle';
import { t } from '../../../words/t';

/** The place where gas rises, or the centre of particles: where they begin, fly away from, swirl round and stay clear of. */
export function EmitterHandle({
  stage,
  layer,
}: {
  stage: RefObject<HTMLElement | null>;
  layer: Emitter;
}) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!back) return null;
  const { drag } = useBench.getState();
  const { centre } = layer.source.values;
  const clear = 'clear' in layer.source.values ? layer.source.values.clear : 0;
  const at = apply(map, centre ?? UNDRAGGED);
  return (
    <g data-testid="emitter-handle">
      {clear > 0 && (
        <circle
          cx={at.x}
          cy={at.y}
          r={clear * Math.hypot(map[0], map[1])}
          fill="none"
          stroke="#ff7a3c"
          strokeDasharray="3 4"
          pointerEvents="none"
        />
      )}
      <PointHandle
        {...{ stage, at, back }}
        fill="#ff7a3c"
        title={
          layer.source.kind !== 'particles'
            ? t`The place where it rises`
            : t`The centre: where they begin, fly away from, swirl round and stay clear of`
        }
        onMove={(to) => drag(t`Move the centre`, setEmitter(layer.id, { centre: to }))}
      />
    </g>
  );
}
