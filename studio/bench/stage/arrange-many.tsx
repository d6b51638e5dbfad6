import type { RefObject } from 'react';
import type { Affine } from '@ignis/core/geometry/affine';
import { IDENTITY, about, boxUnder, rotation, translation } from '@ignis/core/geometry/affine';
import { pulledMap } from '@ignis/core/geometry/box-handle';
import { boxInScene, boxOfAll, moveLayers } from '@ignis/core/scene/arrange';
import { useShallow } from 'zustand/react/shallow';
import { useBench } from '../../state/bench';
import { BoxHandles } from './box-handles';
import { snapper } from './snapping';

interface Props {
  stage: RefObject<HTMLElement | null>;
  ids: readonly string[];
  onClick(e: PointerEvent): void;
}

/** Several layers in one box: moved, scaled and turned together. */
export function ArrangeMany({ stage, ids, onClick }: Props) {
  const { scene, view } = useBench(useShallow((s) => ({ scene: s.scene, view: s.view })));
  const { drag, drop } = useBench.getState();
  const box = boxOfAll(scene, ids);
  if (!box) return null;
  const put = (label: string, map: Affine) => drag(label, moveLayers(ids, map));
  const snap = snapper(() => ids);
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
      <BoxHandles
        stage={stage}
        box={box}
        map={map}
        move={(from, to, e) => {
          let [dx, dy] = [to.x - from.x, to.y - from.y];
          if (e.shiftKey) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
          const more = snap.box(boxUnder(translation(dx, dy), box), e);
          put('Move layers', translation(dx + more.x, dy + more.y));
        }}
        pull={(handle, to, e) => {
          put('Scale layers', pulledMap(box, handle, snap.point(to, e)));
        }}
        turn={(pivot, by, e) => {
          const held = e.shiftKey ? Math.round(by / 15) * 15 : snap.angle(by, pivot, IDENTITY, e);
          put('Rotate layers', about(pivot, rotation((held * Math.PI) / 180)));
        }}
        drop={drop}
        click={onClick}
      />
    </g>
  );
}
