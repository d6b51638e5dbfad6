import { useRef } from 'react';
import { halfWay } from '@ignis/core/geometry/half-way';
import type { Ramp, StopKind, StopOf } from '@ignis/core/pixels/ramp';
import {
  rampOpacity,
  withColour,
  withOpacity,
  withoutStop,
  withStop,
} from '@ignis/core/pixels/ramp';
import { focusSoon } from './focus-soon';
import { rampCss } from './ramp-css';
import { tip } from './tip';
import { t } from '../words/t';

interface Props {
  value: Ramp;
  chosen: StopOf;
  onChoose(chosen: StopOf): void;
  onChange(value: Ramp): void;
  onDone(): void;
  /** Takes out the stop that is chosen. */
  onRemove(): void;
}

/** A stop is pulled out of the ramp when it is so far off, px. */
const AWAY = 24;

const snappedAt = (v: number) => Math.min(100, Math.max(0, v));
const tenth = (v: number) => Math.round(v * 10) / 10;

/**
 * A ramp to be drawn: its light with the line of its opacity over it, and beneath it a thread with its colours
 * as beads. Press the light or the thread to add a stop, drag stops, pull them off to take them out.
 */
export function RampGraph({ value, chosen, onChoose, onChange, onDone, onRemove }: Props) {
  const whole = useRef<HTMLDivElement>(null);
  const graph = useRef<HTMLDivElement>(null);
  const thread = useRef<HTMLDivElement>(null);

  /** Where in the graph something happens, %: along, and up. */
  const placeAt = (e: { clientX: number; clientY: number }) => {
    const r = graph.current!.getBoundingClientRect();
    return {
      at: tenth(snappedAt(((e.clientX - r.left) / r.width) * 100)),
      opacity: Math.round(snappedAt(((r.bottom - e.clientY) / r.height) * 100)),
    };
  };
  const valuesAt = (kind: StopKind, e: React.PointerEvent | PointerEvent) => {
    const { at, opacity } = placeAt(e);
    return kind === 'colours' ? { at } : { at, opacity };
  };

  const follow = (stop: StopOf, from: Ramp, down: React.PointerEvent) => {
    down.preventDefault();
    // Not the stop itself, which goes when it is pulled off.
    const element = (stop.kind === 'colours' ? thread : graph).current!;
    element.setPointerCapture(down.pointerId);
    const { top, bottom } = element.getBoundingClientRect();
    const rest = withoutStop(from, stop);
    const move = (e: PointerEvent) => {
      if (rest !== from && (e.clientY < top - AWAY || e.clientY > bottom + AWAY)) {
        onChange(rest);
        return;
      }
      const [ramp, now] = withStop(from, stop, valuesAt(stop.kind, e));
      onChange(ramp);
      onChoose(now);
    };
    const up = () => {
      element.removeEventListener('pointermove', move);
      onDone();
    };
    element.addEventListener('pointermove', move);
    element.addEventListener('lostpointercapture', up, { once: true });
  };

  const add = (kind: StopKind) => (down: React.PointerEvent) => {
    if (down.button !== 0 || down.target !== down.currentTarget) return;
    const { at, opacity } = placeAt(down);
    const [ramp, stop] =
      kind === 'colours' ? withColour(value, at) : withOpacity(value, at, opacity);
    onChange(ramp);
    onChoose(stop);
    follow(stop, ramp, down);
  };

  /** Arrows move a stop by a hundredth, with Shift by a tenth; + adds one beside it; Delete takes it out. The focus goes along. */
  const key = (e: React.KeyboardEvent, stop: StopOf) => {
    const s = value[stop.kind][stop.index]!;
    const take = ([ramp, now]: [Ramp, StopOf]) => {
      onChange(ramp);
      onChoose(now);
      focusSoon(() => whole.current, `[data-stop="${now.kind} ${now.index}"]`);
    };
    const by = e.shiftKey ? 10 : 1;
    const right = e.key === 'ArrowRight' ? by : e.key === 'ArrowLeft' ? -by : 0;
    const up = e.key === 'ArrowUp' ? by : e.key === 'ArrowDown' ? -by : 0;
    if (e.key === 'Delete' || e.key === 'Backspace') onRemove();
    else if (e.key === '+' || e.key === 'Insert') {
      const places = value[stop.kind].map((other) => other.at);
      const at = halfWay(places, stop.index, 100);
      const opacity = Math.round(rampOpacity(value, at));
      take('opacity' in s ? withOpacity(value, at, opacity) : withColour(value, at));
    } else if (right !== 0 || (up !== 0 && 'opacity' in s))
      take(
        withStop(value, stop, {
          at: tenth(snappedAt(s.at + right)),
          ...('opacity' in s && { opacity: snappedAt(s.opacity + up) }),
        }),
      );
    else return;
    e.preventDefault();
    e.stopPropagation();
    onDone();
  };

  const stops = (kind: StopKind) =>
    value[kind].map((s, index) => (
      <button
        key={index}
        type="button"
        data-stop={`${kind} ${index}`}
        aria-label={t`${kind === 'colours' ? t`Colour` : t`Opacity`} at ${s.at} %`}
        aria-pressed={chosen.kind === kind && chosen.index === index}
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          e.currentTarget.focus();
          onChoose({ kind, index });
          follow({ kind, index }, value, e);
        }}
        onFocus={() => onChoose({ kind, index })}
        onKeyDown={(e) => key(e, { kind, index })}
        className={`absolute -translate-x-1/2 touch-none rounded-full border-2 aria-pressed:z-10 aria-pressed:border-ember ${kind === 'colours' ? 'top-0 size-3.5 border-ground outline-1 outline-dim' : 'size-2.5 translate-y-1/2 border-ground bg-ink'}`}
        style={
          'colour' in s
            ? { left: `${s.at}%`, background: s.colour }
            : { left: `${s.at}%`, bottom: `${s.opacity}%` }
        }
      />
    ));
  const line = Array.from({ length: 101 }, (_, at) => `${at},${100 - rampOpacity(value, at)}`).join(
    ' ',
  );
  return (
    <div ref={whole} className="mx-2 mt-1.5 flex flex-col gap-1.5">
      <div className="check relative h-9 rounded-sm">
        <div
          ref={graph}
          className="absolute inset-0 touch-none rounded-sm"
          style={{ background: rampCss(value, 33) }}
          {...tip(
            t`Opacity: press to add a point, drag it, pull it off to take it out. By keys: arrows, + and Delete.`,
          )}
          onPointerDown={add('opacities')}
        >
          <svg
            viewBox="0 0 100 100"
            preserveAspectRatio="none"
            className="pointer-events-none absolute inset-0 size-full overflow-visible"
            fill="none"
          >
            {['stroke-ground stroke-[3]', 'stroke-ink stroke-[1.25]'].map((look) => (
              <polyline
                key={look}
                points={line}
                vectorEffect="non-scaling-stroke"
                className={look}
              />
            ))}
          </svg>
          {stops('opacities')}
        </div>
      </div>
      <div
        ref={thread}
        className="relative h-3.5 touch-none"
        {...tip(
          t`Colours: press to add one, drag it, pull it off to take it out. By keys: arrows, + and Delete.`,
        )}
        onPointerDown={add('colours')}
      >
        <div
          className="pointer-events-none absolute inset-x-0 top-1/2 h-1 -translate-y-1/2 rounded-full"
          style={{ background: rampCss(value, 33, true) }}
        />
        {stops('colours')}
      </div>
    </div>
  );
}
