import { useRef } from 'react';
import type { CurveParameter } from '@ignis/core/definitions/parameter';
import type { CurvePoints } from '@ignis/core/geometry/curve';
import { curveAt } from '@ignis/core/geometry/curve';

const WIDTH = 200;
const HEIGHT = 72;
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

/** A curve by its points: press to add one, drag it, pull it out to remove it. Right-click resets. */
export function CurveField({ parameter, value, onChange, onDone }: Props) {
  const element = useRef<SVGSVGElement>(null);
  const toX = (x: number) => EDGE + x * (WIDTH - 2 * EDGE);
  const toY = (y: number) => HEIGHT / 2 - y * (HEIGHT / 2 - EDGE);
  const line = Array.from({ length: 81 }, (_, i) => {
    const x = i / 80;
    return `${toX(x).toFixed(1)},${toY(Math.max(-1, Math.min(1, curveAt(value, x)))).toFixed(1)}`;
  }).join(' ');

  const at = (e: { clientX: number; clientY: number }) => {
    const r = element.current!.getBoundingClientRect();
    return {
      x: ((e.clientX - r.left) / r.width) * WIDTH,
      y: ((e.clientY - r.top) / r.height) * HEIGHT,
    };
  };
  const valueAt = (p: { x: number; y: number }): [number, number] => {
    const round = (v: number) => Math.round(v * 1000) / 1000;
    return [
      round(Math.min(1, Math.max(0, (p.x - EDGE) / (WIDTH - 2 * EDGE)))),
      round(Math.min(1, Math.max(-1, (HEIGHT / 2 - p.y) / (HEIGHT / 2 - EDGE)))),
    ];
  };
  /** The points with one put at a place, in order; where one stands already it is moved. */
  const placed = (others: CurvePoints, point: [number, number]): CurvePoints =>
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
      const out = q.y < -AWAY || q.y > HEIGHT + AWAY || q.x < -AWAY || q.x > WIDTH + AWAY;
      onChange(out && others.length > 0 ? others : placed(others, valueAt(q)));
    };
    const up = () => {
      element.current?.removeEventListener('pointermove', move);
      onDone();
    };
    element.current!.addEventListener('pointermove', move);
    element.current!.addEventListener('lostpointercapture', up, { once: true });
  };

  /** Arrows move a point by a hundredth, with Shift by a tenth; Delete takes it out. */
  const key = (e: React.KeyboardEvent, point: readonly [number, number]) => {
    const others = value.filter((p) => p !== point);
    if ((e.key === 'Delete' || e.key === 'Backspace') && others.length > 0) onChange(others);
    else if (e.key in ARROWS) {
      const [dx, dy] = ARROWS[e.key]!;
      const by = e.shiftKey ? 0.1 : 0.01;
      const x = Math.min(1, Math.max(0, point[0] + dx * by));
      const y = Math.min(1, Math.max(-1, point[1] + dy * by));
      onChange(placed(others, [Math.round(x * 1000) / 1000, Math.round(y * 1000) / 1000]));
    } else return;
    e.preventDefault();
    e.stopPropagation();
    onDone();
  };

  return (
    <svg
      ref={element}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full touch-none rounded bg-ground"
      role="group"
      aria-label={parameter.label}
      onPointerDown={press}
      onContextMenu={(e) => {
        e.preventDefault();
        onChange(parameter.default);
        onDone();
      }}
    >
      <line x1={0} x2={WIDTH} y1={HEIGHT / 2} y2={HEIGHT / 2} className="stroke-line" />
      <polyline points={line} fill="none" className="stroke-dim" strokeWidth={1.5} />
      {value.map((point, i) => (
        <circle
          key={i}
          cx={toX(point[0])}
          cy={toY(point[1])}
          r={4.5}
          tabIndex={0}
          role="slider"
          aria-label={`${parameter.label}, point ${i + 1}`}
          aria-valuenow={point[1]}
          aria-valuetext={`${point[1]} at ${point[0]}`}
          onKeyDown={(e) => key(e, point)}
          className="fill-ember stroke-ground focus-visible:stroke-ink"
          strokeWidth={1.5}
          data-point={point[0]}
        />
      ))}
    </svg>
  );
}
