import { useMemo } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import type { Strand } from '@ignis/core/geometry/strand';
import { lengthsOf, placeAlong } from '@ignis/core/geometry/strand';
import type { Layer } from '@ignis/core/scene/schema';
import { turnCrossing } from '@ignis/core/scene/crossing-edits';
import type { Crossing, Crossings } from '@ignis/core/sources/crossings';
import { overs } from '@ignis/core/sources/crossings';
import { knotsOf } from '@ignis/core/sources/knotted-pass';
import type { LineSource } from '@ignis/core/sources/line';
import { useAround, useBench } from '../../state/bench';
import { toStage } from './path-outline';

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
  const { source } = layer;
  const { strands, crossings } = useMemo(() => knotsOf(source), [source]);
  const map = toStage(view, around, layer.placement);
  const over = overs(crossings, set);
  return (
    <g data-testid="crossings">
      {crossings.map((c, i) => (
        <Mark
          key={i}
          name={`Crossing ${i + 1} of ${crossings.length}: the ${over[i] ? 'earlier' : 'later'} strand goes over`}
          at={apply(map, c.point)}
          above={wayOf(strands, over[i] ? c.first : c.second, (p) => apply(map, p))}
          beneath={wayOf(strands, over[i] ? c.second : c.first, (p) => apply(map, p))}
          onClick={() =>
            useBench
              .getState()
              .change('Turn a crossing round', turnCrossing(layer.id, crossings, i))
          }
        />
      ))}
    </g>
  );
}

/** The way of a strand at a place of it, seen on the stage: a unit vector. */
function wayOf(
  strands: readonly Strand[],
  { strand, at }: Crossing['first'],
  seen: (p: Point) => Point,
): Point {
  const own = strands[strand]!;
  const lengths = lengthsOf(own);
  const { from, to } = placeAlong(own, lengths, at * (lengths.at(-1) ?? 0));
  const { points } = own;
  const a = seen({ x: points[2 * from]!, y: points[2 * from + 1]! });
  const b = seen({ x: points[2 * to]!, y: points[2 * to + 1]! });
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
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
    >
      <title>{`${name}. Click to turn it round`}</title>
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
