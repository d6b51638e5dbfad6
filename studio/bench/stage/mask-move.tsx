import type { RefObject } from 'react';
import type { Affine } from '@ignis/core/geometry/affine';
import {
  IDENTITY,
  about,
  boxUnder,
  invert,
  multiply,
  rotation,
  translation,
} from '@ignis/core/geometry/affine';
import { pulledMap } from '@ignis/core/geometry/box-handle';
import { moveMask } from '@ignis/core/scene/selection-edits';
import { useBench } from '../../state/bench';
import { useShownMask } from '../../state/shown-mask';
import { BoxHandles } from './box-handles';
import type { Masked } from './masked';
import { boxOfRings } from './masked';
import { snapper } from './snapping';

interface Props {
  stage: RefObject<HTMLElement | null>;
  masked: Masked;
}

/** A mask or selection is moved, scaled and turned by itself: the picture stays. */
export function MaskMove({ stage, masked }: Props) {
  const view = useBench((s) => s.view);
  const shown = useShownMask((s) => (s.of === JSON.stringify(masked.owner) ? s.view : null));
  const box = shown && boxOfRings(shown.rings);
  if (!box) return null;
  const map: Affine = [view.zoom, 0, 0, view.zoom, view.x, view.y];
  // Of layers: their masks are moved in px of their own.
  const inScene = multiply(invert(map) ?? IDENTITY, masked.outer);
  const back = invert(inScene) ?? IDENTITY;
  const { drag, drop } = useBench.getState();
  const put = (label: string, by: Affine) =>
    drag(label, moveMask(masked.owner, multiply(back, multiply(by, inScene))));
  const snap = snapper(() => []);
  return (
    <BoxHandles
      stage={stage}
      box={box}
      map={map}
      move={(from, to, e) => {
        let [dx, dy] = [to.x - from.x, to.y - from.y];
        if (e.shiftKey) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
        const more = snap.box(boxUnder(translation(dx, dy), box), e);
        put(`Move the ${masked.name}`, translation(dx + more.x, dy + more.y));
      }}
      pull={(handle, to, e) =>
        put(`Scale the ${masked.name}`, pulledMap(box, handle, snap.point(to, e)))
      }
      turn={(pivot, by, e) => {
        const held = e.shiftKey ? Math.round(by / 15) * 15 : snap.angle(by, pivot, IDENTITY, e);
        put(`Rotate the ${masked.name}`, about(pivot, rotation((held * Math.PI) / 180)));
      }}
      drop={drop}
      click={() => undefined}
    />
  );
}
