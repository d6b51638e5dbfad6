import type { RefObject } from 'react';
import type { Affine } from '@ignis/core/geometry/affine';
import { boxUnder } from '@ignis/core/geometry/affine';
import { boxInScene, boxOfAll, moveLayers } from '@ignis/core/scene/arrange/arrange';
import { useShallow } from 'zustand/react/shallow';
import { useBench } from '../../../state/bench';
import { SceneBox } from '../../stage/scene-box';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  ids: readonly string[];
  onClick(e: PointerEvent): void;
}

/** Several layers in one box: moved, scaled and turned together. */
export function ArrangeMany({ stage, ids, onClick }: Props) {
  const { scene, view } = useBench(useShallow((s) => ({ scene: s.scene, view: s.view })));
  const { drag } = useBench.getState();
  const box = boxOfAll(scene, ids);
  if (!box) return null;
  const map: Affine = [view.zoom, 0, 0, view.zoom, view.x, view.y];
  return (
    <g>
      {ids.map((id) => {
        const own = boxInScene(scene, id);
        if (!own) return null;
        const b = boxUnder(map, own);
        return (
          <rect
            key={id}
            x={b.x0}
            y={b.y0}
            width={b.x1 - b.x0}
            height={b.y1 - b.y0}
            fill="none"
            stroke="#ff7a3c"
            strokeOpacity={0.7}
            strokeDasharray="4 3"
            pointerEvents="none"
          />
        );
      })}
      <SceneBox
        stage={stage}
        box={box}
        ids={() => ids}
        put={(verb, by) => drag(t`${verb}: layers`, moveLayers(ids, by))}
        click={onClick}
      />
    </g>
  );
}
