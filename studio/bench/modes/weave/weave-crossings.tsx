import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import type { Layer } from '@ignis/core/scene/model/schema';
import { turnCrossing } from '@ignis/core/scene/edits/crossing-edits';
import type { Crossings } from '@ignis/core/sources/crossings';
import { overs } from '@ignis/core/sources/crossings';
import type { LineSource } from '@ignis/core/sources/line-source';
import { useAround, useBench } from '../../../state/bench';
import { useCrossings } from '../../../state/crossings';
import { toStage } from '../../stage/path-outline';
import { tip } from '../../../ui/tip';
import { t } from '../../../words/t';

type LineLayer = Layer & { source: LineSource };

/** How far the marks of a crossing reach, CSS px. */
const REACH = 15;

/** Where a line crosses itself: a click turns round which strand goes over. */
export function WeaveCrossings({ layer }: { layer: LineLayer }) {
  const { crossings } = layer.source;
  if (!crossings || layer.placement.corners) return null;
  return <Marks layer={layer} set={crossings} />;
}

function Marks({ layer, set }: { layer: LineLayer; set: Crossings }) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const crossings = useCrossings(layer.id, layer.source);
  const map = toStage(view, around, layer.placement);
  const over = overs(crossings, set);
  return (
    <g data-testid="crossings">
      {crossings.map((c, i) => (
        <Mark
          key={i}
          name={t`Crossing ${i + 1} of ${crossings.length}: the ${over[i] ? 'earlier' : 'later'} strand goes over`}
          at={apply(map, c.point)}
          above={seen(map, c.ways[over[i] ? 0 : 1])}
          beneath={seen(map, c.ways[over[i] ? 1 : 0])}
          onClick={() =>
            useBench
              .getState()
              .change(t`Turn a crossing round`, turnCrossing(layer.id, crossings, i))
          }
        />
      ))}
    </g>
  );
}

/** A way under a map, a unit vector. */
function seen(map: Affine, { x, y }: Point): Point {
  const [dx, dy] = [map[0] * x + map[2] * y, map[1] * x + map[3] * y];
  const long = Math.hypot(dx, dy) || 1;
  return { x: dx / long, y: dy / long };
}

interface MarkProps {
  name: string;
  at: Point;
  above: Point;
  beneath: Point;
  onClick(): void;
}

/** One crossing: the strand above warm and whole, the one beneath cool and parted. */
function Mark({ name, at, above, beneath, onClick }: MarkProps) {
  const line = (way: Point, from: number, to: number) => ({
    ...{ x1: at.x + way.x * from, y1: at.y + way.y * from },
    ...{ x2: at.x + way.x * to, y2: at.y + way.y * to },
  });
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      className="cursor-pointer outline-none [&:focus-visible>circle]:stroke-white [&:hover>circle]:stroke-white"
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.stopPropagation();
        onClick();
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        e.stopPropagation();
        onClick();
      }}
      {...tip(t`${name}. Click to turn it round`)}
    >
      <circle
        cx={at.x}
        cy={at.y}
        r={REACH + 4}
        fill="#161616"
        fillOpacity={0.35}
        stroke="#ffb088"
        strokeOpacity={0.7}
      />
      <g strokeWidth={3} strokeLinecap="round" pointerEvents="none">
        <line {...line(beneath, -REACH, -6)} stroke="#8dbdf0" />
        <line {...line(beneath, 6, REACH)} stroke="#8dbdf0" />
        <line {...line(above, -REACH, REACH)} stroke="#ffb088" />
      </g>
    </g>
  );
}
