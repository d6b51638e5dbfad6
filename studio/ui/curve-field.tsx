import { useRef } from 'react';
import type { CurveParameter } from '@ignis/core/definitions/parameter';
import type { CurvePoint, CurvePoints } from '@ignis/core/geometry/curve';
import { curveAt } from '@ignis/core/geometry/curve';
import { halfWay } from '@ignis/core/geometry/half-way';
import { toneAt } from '@ignis/core/geometry/tone-curve';
import { focusSoon } from './focus-soon';
import { Histogram } from './histogram';
import { t } from '../words/t';

const WIDTH = 200;
/** How high it is; curves of tones are larger. */
const LOW = 72;
const TALL = 130;
const EDGE = 8;
/** How near a press must be to a point, px; and how far outside it is thrown away. */
const NEAR = 10;
const AWAY = 26;

/** Which way the arrows move a point. */
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

interface Props {
  parameter: CurveParameter;
  value: CurvePoints;
  onChange(value: CurvePoints): void;
  onDone(): void;
}

/**
 * A curve by its points: press to add one, drag it, pull it out to remove it, double-click to turn it sharply
 * or smoothly. Right-click resets.
 */
export function CurveField({ parameter, value, onChange, onDone }: Props) {
  const element = useRef<SVGSVGElement>(null);
  const toX = (x: number) => EDGE + x * (WIDTH - 2 * EDGE);
  const height = parameter.tones ? TALL : LOW;
  const low = parameter.low ?? -1;
  const rise = (height - 2 * EDGE) / (1 - low);
  const toY = (y: number) => height - EDGE - (y - low) * rise;
  const shapeAt = parameter.tones ? toneAt : curveAt;
  const line = Array.from({ length: 81 }, (_, i) => {
    const x = i / 80;
    return `${toX(x).toFixed(1)},${toY(Math.max(low, Math.min(1, shapeAt(value, x)))).toFixed(1)}`;
  }).join(' ');

  const at = (e: { clientX: number; clientY: number }) => {
    const r = element.current!.getBoundingClientRect();
    return {
      x: ((e.clientX - r.left) / r.width) * WIDTH,
      y: ((e.clientY - r.top) / r.height) * height,
    };
  };
  const valueAt = (p: { x: number; y: number }, like?: CurvePoint): CurvePoint => {
    return turned(
      round(Math.min(1, Math.max(0, (p.x - EDGE) / (WIDTH - 2 * EDGE)))),
      round(Math.min(1, Math.max(low, low + (height - EDGE - p.y) / rise))),
      like?.[2] === 'corner',
    );
  };
  /** The points with one put at a place, in order; where one stands already it is moved. */
  const placed = (others: CurvePoints, point: CurvePoint): CurvePoints =>
    [...others.filter(([x]) => x !== point[0]), point].sort((a, b) => a[0] - b[0]);

  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    const p = at(down);
    const found = value.findIndex(([x, y]) => Math.hypot(toX(x) - p.x, toY(y) - p.y) < NEAR);
    const others = value.filter((_, i) => i !== found);
    if (found < 0) onChange(placed(value, valueAt(p)));
    element.current!.setPointerCapture(down.pointerId);
    const move = (e: PointerEvent) => {
      const q = at(e);
      const out = q.y < -AWAY || q.y > height + AWAY || q.x < -AWAY || q.x > WIDTH + AWAY;
      onChange(out && others.length > 0 ? others : placed(others, valueAt(q, value[found])));
    };
    const up = () => {
      element.current?.removeEventListener('pointermove', move);
      onDone();
    };
    element.current!.addEventListener('pointermove', move);
    element.current!.addEventListener('lostpointercapture', up, { once: true });
  };

  /** Puts a point at a place, and gives it the focus. */
  const take = (others: CurvePoints, point: CurvePoint) => {
    onChange(placed(others, point));
    focusSoon(() => element.current, `[data-point="${point[0]}"]`);
  };

  /** Arrows move a point by a hundredth, with Shift by a tenth; + adds one beside it; Enter turns it; Delete takes it out. */
  const key = (e: React.KeyboardEvent, point: CurvePoint) => {
    const others = value.filter((p) => p !== point);
    if (e.key === 'Enter') onChange(value.map((p) => (p === point ? flipped(p) : p)));
    else if ((e.key === 'Delete' || e.key === 'Backspace') && others.length > 0) onChange(others);
    else if (e.key === '+' || e.key === 'Insert') {
      const places = value.map(([x]) => x);
      const x = halfWay(places, value.indexOf(point), 1);
      take(value, [x, round(Math.max(low, Math.min(1, shapeAt(value, x))))]);
    } else if (e.key in ARROWS) {
      const [dx, dy] = ARROWS[e.key]!;
      const by = e.shiftKey ? 0.1 : 0.01;
      const x = Math.min(1, Math.max(0, point[0] + dx * by));
      const y = Math.min(1, Math.max(low, point[1] + dy * by));
      take(others, turned(round(x), round(y), point[2] === 'corner'));
    } else return;
    e.preventDefault();
    e.stopPropagation();
    onDone();
  };

  const curve = (
    <svg
      ref={element}
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="w-full touch-none rounded bg-ground"
      role="group"
      aria-label={t(parameter.label)}
      onPointerDown={press}
      onContextMenu={(e) => {
        e.preventDefault();
        onChange(parameter.default);
        onDone();
      }}
    >
      <line x1={0} x2={WIDTH} y1={toY(0)} y2={toY(0)} className="stroke-line" />
      {parameter.tones && (
        <>
          <Histogram {...{ toX, toY }} of={parameter.tones} />
          <line x1={toX(0)} x2={toX(1)} y1={toY(0)} y2={toY(1)} className="stroke-line" />
        </>
      )}
      <polyline points={line} fill="none" className="stroke-dim" strokeWidth={1.5} />
      {value.map((point, i) => (
        <rect
          key={i}
          x={toX(point[0]) - 4.5}
          y={toY(point[1]) - 4.5}
          width={9}
          height={9}
          rx={point[2] === 'corner' ? 1 : 4.5}
          onDoubleClick={() => {
            onChange(value.map((p) => (p === point ? flipped(p) : p)));
            onDone();
          }}
          tabIndex={0}
          role="slider"
          aria-label={t`${t(parameter.label)}, point ${i + 1}`}
          aria-valuenow={point[1]}
          aria-valuetext={t`${point[1]} at ${point[0]}`}
          onKeyDown={(e) => key(e, point)}
          className="fill-ember stroke-ground focus-visible:stroke-ink"
          strokeWidth={1.5}
          data-point={point[0]}
        />
      ))}
    </svg>
  );
  if (!parameter.presets) return curve;
  return (
    <div className="flex flex-col gap-1">
      {curve}
      <div className="flex flex-wrap gap-x-1">
        {parameter.presets.map((p) => (
          <button
            key={p.label}
            type="button"
            onClick={() => {
              onChange(p.points.map((q) => [...q] as CurvePoint));
              onDone();
            }}
            className="rounded px-1 text-xs text-dim hover:bg-raised hover:text-ink"
          >
            {t(p.label)}
          </button>
        ))}
      </div>
    </div>
  );
}

const round = (v: number): number => Math.round(v * 1000) / 1000;

/** A point, sharp or smooth. */
const turned = (x: number, y: number, sharp: boolean): CurvePoint =>
  sharp ? [x, y, 'corner'] : [x, y];

const flipped = ([x, y, turn]: CurvePoint): CurvePoint => turned(x, y, turn !== 'corner');
