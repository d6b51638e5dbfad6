import type { RefObject } from 'react';
import { apply, invert } from '@ignis/core/geometry/affine';
import type { Emitter } from '@ignis/core/scene/edits/emitter-edits';
import { setEmitter } from '@ignis/core/scene/edits/emitter-edits';
import { useAround, useBench } from '../../../state/bench';
import { Handle } from '../../stage/handle';
import { toStage } from '../../stage/path-outline';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';

/** The centre of particles: where they begin, what they fly away from, swirl round and stay clear of. */
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
  const { drag, drop } = useBench.getState();
  const { centre } = layer.source.values;
  const clear = 'clear' in layer.source.values ? layer.source.values.clear : 0;
  const at = apply(map, centre ?? { x: 0, y: 0 });
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const start = stagePoint(stage.current!, down);
    follow(down.nativeEvent, {
      move(e) {
        const to = stagePoint(stage.current!, e);
        const p = apply(back, { x: at.x + to.x - start.x, y: at.y + to.y - start.y });
        drag('Move the centre', setEmitter(layer.id, { centre: { x: tenth(p.x), y: tenth(p.y) } }));
      },
      up: drop,
    });
  };
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
      <Handle
        at={at}
        fill="#ff7a3c"
        title="The centre: where they begin, fly away from, swirl round and stay clear of"
        onPointerDown={press}
      />
    </g>
  );
}
