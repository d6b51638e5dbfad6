import type { Point } from '@ignis/core/geometry/affine';
import type { Ramp } from '@ignis/core/pixels/ramp';
import { withColour, withoutStop, withStop } from '@ignis/core/pixels/ramp';
import { useBench } from '../../state/bench';
import { Handle } from './handle';
import { follow } from './pointer';
import { RampLine } from './ramp-line';
import type { Edit } from '@ignis/core/scene/edits/edit';
import { tenth } from './tenth';
import { movable, named } from '../../ui/tip';
import { t } from '../../words/t';
import { Reach } from './reach';

interface Props {
  /** Where the gradient begins and ends, CSS px of the stage. */
  from: Point;
  to: Point;
  ramp: Ramp;
  radial: boolean;
  /** Where a pointer is, CSS px of the stage. */
  pointer(e: { clientX: number; clientY: number }): Point;
  /** What it comes to if an end is moved to a place, CSS px of the stage. */
  moved(end: 'from' | 'to', to: Point): Edit;
  /** What another ramp comes to. */
  ramped(ramp: Ramp): Edit;
}

/** How far half ways stand beside the line, CSS px: no colour can lie over them there. */
const BESIDE = 15;
/** Pulled this far off, a colour is taken out, CSS px. */
const AWAY = 36;

const snappedPoint = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

/** A gradient on the stage: its ends, the colours between, and where half of each change is done. */
export function GradientLine({ from, to, ramp, radial, pointer, moved, ramped }: Props) {
  const { change, drag, drop } = useBench.getState();
  const { colours } = ramp;
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy) || 1;
  const along = (at: number, beside = 0): Point => ({
    x: from.x + (dx * at) / 100 - (dy / length) * beside,
    y: from.y + (dy * at) / 100 + (dx / length) * beside,
  });
  /** Where a pointer is along the line (%), and how far off it, CSS px. */
  const placeOf = (e: { clientX: number; clientY: number }) => {
    const p = pointer(e);
    const [x, y] = [p.x - from.x, p.y - from.y];
    return {
      at: tenth(snappedPoint((100 * (x * dx + y * dy)) / length ** 2, 0, 100)),
      off: Math.abs(x * dy - y * dx) / length,
    };
  };
  const gesture = (move: (e: PointerEvent) => void) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, { move, up: drop });
  };
  const slide = (index: number) =>
    gesture((e) => {
      const { at, off } = placeOf(e);
      const stop = { kind: 'colours', index } as const;
      const next = off > AWAY ? withoutStop(ramp, stop) : withStop(ramp, stop, { at })[0];
      drag(t`Move a colour`, ramped(next));
    });
  const bend = (index: number) =>
    gesture((e) => {
      const [a, b] = [colours[index]!, colours[index + 1]!];
      const middle = Math.round(
        snappedPoint((100 * (placeOf(e).at - a.at)) / (b.at - a.at), 1, 99),
      );
      drag(t`Move half way`, ramped(withStop(ramp, { kind: 'colours', index }, { middle })[0]));
    });
  const pull = (end: 'from' | 'to') =>
    gesture((e) => drag(t`Move the gradient`, moved(end, pointer(e))));
  const add = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    change(t`Add a colour`, ramped(withColour(ramp, placeOf(down).at)[0]));
  };
  // Colours at the very ends stand under the handles of the ends.
  const between = colours.flatMap((stop, index) =>
    stop.at > 0 && stop.at < 100 ? [{ stop, index }] : [],
  );
  return (
    <g data-testid="gradient">
      <RampLine from={from} to={to} radial={radial} />
      <line
        {...{ x1: from.x, y1: from.y, x2: to.x, y2: to.y }}
        stroke="transparent"
        strokeWidth={16}
        onPointerDown={add}
        className="cursor-copy"
        {...named(t`Click to add a colour`)}
      ></line>
      {colours.slice(1).map((next, index) => {
        const { at, middle } = colours[index]!;
        return (
          next.at > at && (
            <HalfWay
              key={index}
              at={along(at + ((next.at - at) * middle) / 100, BESIDE)}
              onPointerDown={bend(index)}
            />
          )
        );
      })}
      {between.map(({ stop, index }) => (
        <g key={index} data-stop={index}>
          <Handle
            at={along(stop.at)}
            fill={stop.colour}
            title={t`Drag it along; pull it away to take it out`}
            onPointerDown={slide(index)}
          />
        </g>
      ))}
      <g data-testid="gradient-from">
        <Handle
          at={from}
          fill={colours[0]!.colour}
          title={t`Where the gradient begins`}
          onPointerDown={pull('from')}
        />
      </g>
      <g data-testid="gradient-to">
        <Handle
          at={to}
          fill={colours.at(-1)!.colour}
          title={t`Where the gradient ends`}
          onPointerDown={pull('to')}
        />
      </g>
    </g>
  );
}

/** A small lozenge beside the line: half of a change is done there. */
const HalfWay = ({
  at,
  onPointerDown,
}: {
  at: Point;
  onPointerDown(e: React.PointerEvent): void;
}) => (
  <g
    onPointerDown={onPointerDown}
    className="cursor-move"
    data-testid="gradient-middle"
    {...movable(t`Half of the change is done here: drag it nearer to a colour`)}
  >
    <Reach at={at} r={11} />
    <rect
      x={at.x - 4}
      y={at.y - 4}
      width={8}
      height={8}
      transform={`rotate(45 ${at.x} ${at.y})`}
      fill="#161616"
      stroke="#fff"
      strokeWidth={1.6}
    />
  </g>
);
