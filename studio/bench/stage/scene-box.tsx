import type { RefObject } from 'react';
import type { Affine, Box } from '@ignis/core/geometry/affine';
import { IDENTITY, about, boxUnder, rotation, translation } from '@ignis/core/geometry/affine';
import { pulledMap, alongAxis } from '@ignis/core/geometry/box-handle';
import { useBench } from '../../state/bench';
import { BoxHandles } from './box-handles';
import { snapper } from './snapping';
import { t } from '../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  /** Scene px. */
  box: Box;
  /** The layers that are moved themselves: nothing snaps to them. */
  ids(): readonly string[];
  /** What is moved, scaled or turned is by a map of the scene, counted from where the drag began. */
  put(verb: string, map: Affine): void;
  click?(e: PointerEvent): void;
}

/** A box of the scene whose handles move, scale and turn what lies in it by one map. */
export function SceneBox({ stage, box, ids, put, click = () => undefined }: Props) {
  const view = useBench((s) => s.view);
  const snap = snapper(ids);
  return (
    <BoxHandles
      stage={stage}
      box={box}
      map={[view.zoom, 0, 0, view.zoom, view.x, view.y]}
      move={(from, to, e) => {
        const way = { x: to.x - from.x, y: to.y - from.y };
        const by = e.shiftKey ? alongAxis(way) : way;
        const more = snap.box(boxUnder(translation(by.x, by.y), box), e);
        put(t`Move`, translation(by.x + more.x, by.y + more.y));
      }}
      pull={(handle, to, e) => put(t`Scale`, pulledMap(box, handle, snap.point(to, e)))}
      turn={(pivot, by, e) => {
        const snappedAngle = e.shiftKey
          ? Math.round(by / 15) * 15
          : snap.angle(by, pivot, IDENTITY, e);
        put(t`Rotate`, about(pivot, rotation((snappedAngle * Math.PI) / 180)));
      }}
      drop={useBench.getState().drop}
      click={click}
    />
  );
}
