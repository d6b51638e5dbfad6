import { useEffect, useState, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import { isConvex, mapQuad } from '@ignis/core/geometry/quad';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { setLightOrShadow } from '@ignis/core/scene/edits/spill-edits';
import type { CastShadowSource } from '@ignis/core/sources/cast-shadow';
import type { CastShadowValues } from '@ignis/core/sources/cast-shadow-parameters';
import type { Floor } from '@ignis/core/sources/shadow-sheets';
import { cornersAsShares, fallingTo } from '@ignis/core/sources/shadow-sheets';
import { newestOnly } from '../../../state/newest';
import { useAround, useBench } from '../../../state/bench';
import { shadowFloor } from '../../../workers/questions';
import { FourCorners } from '../../stage/four-corners';
import { Handle } from '../../stage/handle';
import { toStage } from '../../stage/path-outline';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: CastShadowSource };
}

const NAMES = [t`Far left`, t`Far right`, t`Near right`, t`Near left`];

/** Where a shadow lies, as the scene changes; null until it is found. */
function useFloor(id: string): Floor | null {
  const scene = useBench((s) => s.scene);
  const [told, setTold] = useState<{ of: string; floor: Floor | null } | null>(null);
  const [ask] = useState(() =>
    newestOnly(
      t`The handles of the shadow could not be placed`,
      ({ scene, of }: { scene: Scene; of: string }) => shadowFloor(scene, of),
      ({ of }, floor) => setTold({ of, floor }),
    ),
  );
  useEffect(() => ask({ scene, of: id }), [ask, scene, id]);
  return told?.of === id ? told.floor : null;
}

/** The sheet that a shadow lies on: its far end, the line that its subject stands on, and its four corners. */
export function ShadowHandles({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const floor = useFloor(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!floor || !back) return null;
  const { drag, drop } = useBench.getState();
  const seen = mapQuad(floor.quad, (p) => apply(map, p));
  const middle = (a: Point, b: Point) => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  const far = middle(seen[0], seen[1]);
  const near = middle(seen[2], seen[3]);
  const { values } = layer.source;

  /** Follows a handle; `to` is where it would be now, px of the layer. */
  const pull =
    (
      from: Point,
      label: string,
      change: (to: Point, by: Point) => Partial<CastShadowValues> | null,
    ) =>
    (down: React.PointerEvent) => {
      if (down.button !== 0) return;
      down.stopPropagation();
      const start = stagePoint(stage.current!, down);
      follow(down.nativeEvent, {
        move(e) {
          const at = stagePoint(stage.current!, e);
          const to = apply(back, { x: from.x + at.x - start.x, y: from.y + at.y - start.y });
          const was = apply(back, from);
          const next = change(to, { x: to.x - was.x, y: to.y - was.y });
          if (next) drag(label, setLightOrShadow(layer.id, next));
        },
        up: drop,
      });
    };

  const byCorners = (quad: Floor['quad']): Partial<CastShadowValues> | null => {
    const corners = cornersAsShares(floor, quad);
    // Where corners cross, or fall on a line, there is no sheet: it stays as it was.
    return isConvex(corners) ? { lies: 'corners', corners } : null;
  };
  const height = floor.standing.y1 - floor.standing.y0;
  const whole = height / Math.max(0.01, 1 - values.contact / 100);

  return (
    <g data-testid="shadow-handles">
      <line
        x1={near.x}
        y1={near.y}
        x2={far.x}
        y2={far.y}
        stroke="#ff7a3c"
        strokeDasharray="4 4"
        pointerEvents="none"
      />
      <FourCorners
        seen={seen}
        names={NAMES}
        does={t`the sheet lies by its four corners from then on`}
        onPress={(i, down) =>
          pull(seen[i]!, t`Move a corner of the shadow`, (to) =>
            byCorners(mapQuad(floor.quad, (q, k) => (k === i ? to : q))),
          )(down)
        }
      />
      <Handle
        at={far}
        title={t`The far end: which way the shadow goes, and how far`}
        onPointerDown={pull(far, t`Turn the shadow`, (to, by) =>
          values.lies === 'corners'
            ? byCorners(
                mapQuad(floor.quad, (q, k) => (k < 2 ? { x: q.x + by.x, y: q.y + by.y } : q)),
              )
            : rounded(fallingTo(floor, values, to)),
        )}
      />
      <Handle
        at={near}
        fill="#ff7a3c"
        title={t`The line that its subject stands on: drag it up or down`}
        onPointerDown={pull(near, t`Move the contact`, (_to, by) => ({
          contact: tenth(Math.min(100, Math.max(-50, values.contact - (100 * by.y) / whole))),
        }))}
      />
    </g>
  );
}

const rounded = ({ lies, angle, length }: ReturnType<typeof fallingTo>) => ({
  lies,
  angle: tenth(angle),
  length: tenth(length),
});
