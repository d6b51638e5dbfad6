import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import { setPass } from '@ignis/core/scene/line-edits';
import { placementMap } from '@ignis/core/scene/placement';
import type { Layer } from '@ignis/core/scene/schema';
import type { LineSource } from '@ignis/core/sources/line';
import type { Pass } from '@ignis/core/sources/pass';
import { gradientEnds, mixedStop } from '@ignis/core/sources/gradient';
import { rampBend, rampStops } from '@ignis/core/sources/pass';
import { useAround, useBench } from '../../state/bench';
import { toStage } from './path-outline';
import { RampLine } from './ramp-line';
import { follow, scenePoint } from './pointer';

/** The pass whose gradient the stage shows: the open one, or else the first that has one. */
export function gradientPass(layer: Layer, open: string | null): Pass | undefined {
  if (layer.source.kind !== 'line') return undefined;
  const has = (p: Pass) => p.enabled && (p.paint === 'linear' || p.paint === 'radial');
  const { passes } = layer.source;
  return passes.find((p) => p.id === open && has(p)) ?? passes.findLast(has);
}

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: LineSource };
}

/** How far half way stands beside the line, CSS px. */
const BESIDE = 16;

/** Pulled this far off, a colour is taken out, CSS px. */
const AWAY = 36;

/** The gradient of a pass: its two ends, its half way, and the colours between. */
export function Gradient({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const open = useBench((s) => s.pass);
  const around = useAround(layer.id);
  const pass = gradientPass(layer, open);
  const ends = pass && gradientEnds(layer.source, pass);
  const map = toStage(view, around, layer.placement);
  const back = invert(placementMap(layer.placement));
  if (!pass || !ends || !back) return null;
  const { change, drag, drop } = useBench.getState();
  const from = apply(map, ends.from);
  const to = apply(map, ends.to);
  const bend = rampBend(pass);
  // A place of the ramp lies where the bend puts it.
  const along = (at: number): Point => {
    const t = (at / 100) ** (1 / bend);
    return { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t };
  };
  const own = (e: { clientX: number; clientY: number }): Point =>
    apply(back, scenePoint(stage.current!, e, around));
  /** Where the pointer is along the gradient (0–1), and how far beside it, CSS px. */
  const beside = (e: { clientX: number; clientY: number }) => {
    const p = apply(map, own(e));
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const l = Math.hypot(dx, dy) || 1;
    const t = ((p.x - from.x) * dx + (p.y - from.y) * dy) / (l * l);
    return {
      t: Math.min(1, Math.max(0, t)),
      off: Math.abs((p.x - from.x) * dy - (p.y - from.y) * dx) / l,
    };
  };
  const put = (label: string, values: Partial<Pass>) =>
    drag(label, setPass(layer.id, pass.id, values));
  const placeAt = (t: number) => Math.round(1000 * t ** bend) / 10;

  const gesture = (move: (e: PointerEvent) => void) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, { move, up: drop });
  };
  const pull = (end: 'from' | 'to') =>
    gesture((e) => {
      const p = own(e);
      const tenth = (v: number) => Math.round(v * 10) / 10;
      const at = { x: tenth(p.x), y: tenth(p.y) };
      const [a, b] = end === 'from' ? [at, ends.to] : [ends.from, at];
      put('Move the gradient', { ends: { x0: a.x, y0: a.y, x1: b.x, y1: b.y } });
    });
  const slide = (i: number) =>
    gesture((e) => {
      const { t, off } = beside(e);
      const stops = pass.stops.filter((_, k) => k !== i);
      put('Move a colour', {
        stops: off > AWAY ? stops : [...stops, { ...pass.stops[i]!, at: placeAt(t) }],
      });
    });
  const middle = gesture((e) =>
    put('Move half way', { middle: Math.round(Math.min(99, Math.max(1, beside(e).t * 100))) }),
  );
  const add = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const at = placeAt(beside(down).t);
    change(
      'Add a colour',
      setPass(layer.id, pass.id, { stops: [...pass.stops, mixedStop(rampStops(pass), at)] }),
    );
  };

  const line = { x1: from.x, y1: from.y, x2: to.x, y2: to.y };
  // Beside the line, where no colour can lie over it.
  const l = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const on = along(50);
  const half = {
    x: on.x - ((to.y - from.y) / l) * BESIDE,
    y: on.y + ((to.x - from.x) / l) * BESIDE,
  };
  const ring = { stroke: '#fff', strokeWidth: 2 };
  return (
    <g>
      <RampLine from={from} to={to} radial={pass.paint === 'radial'} />
      <line
        {...line}
        stroke="transparent"
        strokeWidth={16}
        onPointerDown={add}
        className="cursor-copy"
        data-testid="gradient-line"
      >
        <title>Click to add a colour</title>
      </line>
      <g onPointerDown={middle} className="cursor-move" data-testid="gradient-middle">
        <title>Half way: drag it nearer to one end</title>
        <circle cx={half.x} cy={half.y} r={12} fill="transparent" />
        <rect
          x={half.x - 4.5}
          y={half.y - 4.5}
          width={9}
          height={9}
          transform={`rotate(45 ${half.x} ${half.y})`}
          fill="#161616"
          {...ring}
          strokeWidth={1.6}
        />
      </g>
      {pass.stops.map((s, i) => {
        const p = along(s.at);
        return (
          <g key={i} onPointerDown={slide(i)} className="cursor-move" data-stop={i}>
            <title>Drag it along; pull it away to take it out</title>
            <circle cx={p.x} cy={p.y} r={12} fill="transparent" />
            <circle cx={p.x} cy={p.y} r={6.5} fill={s.colour} {...ring} />
          </g>
        );
      })}
      {(
        [
          ['from', from, pass.colour],
          ['to', to, pass.colourEnd],
        ] as const
      ).map(([end, p, colour]) => (
        <g
          key={end}
          onPointerDown={pull(end)}
          className="cursor-move"
          data-testid={`gradient-${end}`}
        >
          <title>{end === 'from' ? 'Where the gradient begins' : 'Where it ends'}</title>
          <circle cx={p.x} cy={p.y} r={14} fill="transparent" />
          <circle cx={p.x} cy={p.y} r={8} fill={colour} {...ring} />
        </g>
      ))}
    </g>
  );
}
