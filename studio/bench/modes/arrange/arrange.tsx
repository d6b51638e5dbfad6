import type { RefObject } from 'react';
import { alongAxis, halfTurns } from '@ignis/core/geometry/box-handle';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import { inverseOf, project } from '@ignis/core/geometry/homography';
import { ownBox } from '@ignis/core/scene/bound/bind';
import { setPlacement } from '@ignis/core/scene/edits/layer-edits';
import { placementMap } from '@ignis/core/definitions/placement';
import {
  cornersMap,
  leantPlacement,
  placedBox,
  placedPoint,
  pulledPlacement,
  repivoted,
} from '@ignis/core/scene/arrange/placement';
import type { Placement } from '@ignis/core/definitions/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../../state/bench';
import { BoxHandles } from '../../stage/box-handles';
import { toStage } from '../../stage/path-outline';
import { scenePoint } from '../../stage/pointer';
import { snapper } from '../../stage/snapping';
import { tenth } from '../../stage/tenth';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  /** A click that was no drag. */
  onClick(p: Point, e: PointerEvent): void;
}

/** The box of a layer with its handles: move, scale, turn, shear. */
export function Arrange({ stage, layer, onClick }: Props) {
  const view = useBench((s) => s.view);
  const pivot = useBench((s) => s.pivot);
  const around = useAround(layer.id);
  const scene = useBench((s) => s.scene);
  const box = ownBox(scene, layer);
  if (!box) return null;
  const { drag, drop, set } = useBench.getState();
  // The gestures of a press keep what they were made with: they count from where it began.
  const p = layer.placement;
  const own = invert(placementMap(p));
  const warp = cornersMap(p);
  const unwarp = warp && inverseOf(warp);
  const snap = snapper(() => everyLayer([layer]).map((l) => l.id));
  const back = invert(around);
  const put = (label: string, to: Placement) => drag(label, setPlacement(layer.id, to));
  return (
    <BoxHandles
      stage={stage}
      box={box}
      map={toStage(view, around, p)}
      warp={warp}
      move={(from, to, e) => {
        const [a, b] = [placedPoint(p, from), placedPoint(p, to)];
        const way = { x: b.x - a.x, y: b.y - a.y };
        const by = e.shiftKey ? alongAxis(way) : way;
        // Snapping is a matter of the scene, whatever group the layer stands in.
        const moved = { ...p, x: p.x + by.x, y: p.y + by.y };
        const more = snap.box(placedBox(moved, box, around), e);
        const on = back ? turned(back, more) : { x: 0, y: 0 };
        put(t`Move`, { ...moved, x: tenth(moved.x + on.x), y: tenth(moved.y + on.y) });
      }}
      pull={(handle, to, e) => {
        const at =
          back && own
            ? apply(own, apply(back, snap.point(apply(around, placedPoint(p, to)), e)))
            : to;
        put(t`Scale`, pulledPlacement(p, box, handle, (unwarp && project(unwarp, at)) ?? at));
      }}
      lean={(handle, from, to) => put(t`Shear`, leantPlacement(p, box, handle, from, to))}
      about={pivot}
      pivot={(to) => set({ pivot: to })}
      turn={(at, by, e) => {
        const about = repivoted(p, at);
        const raw = about.rotation + by;
        const snappedAngle = e.shiftKey
          ? Math.round(raw / 15) * 15
          : tenth(snap.angle(raw, placedPoint(p, at), around, e));
        put(t`Rotate`, { ...about, rotation: halfTurns(snappedAngle) });
      }}
      drop={drop}
      click={(e) => onClick(scenePoint(stage.current!, e), e)}
    />
  );
}

/** A way under a map. */
const turned = ([a, b, c, d]: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y,
  y: b * x + d * y,
});
