import { RotateCcw } from 'lucide-react';
import { useRef, useState } from 'react';
import type { HueBand } from '@ignis/core/pixels/hue-bands';
import { MOST_BANDS, nameOfHue, plainBands } from '@ignis/core/pixels/hue-bands';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import { percent } from '@ignis/core/definitions/number-parameters';
import { IconButton } from './icon-button';
import { NumberControl } from './number-control';
import { t } from '../words/t';

/** Of the ring, px of its picture. */
const SIZE = 200;
const MIDDLE = SIZE / 2;
const INNER = 40;
const OUTER = 92;
/** Where a mark stands that changes no chroma; a whole change takes it to either edge. */
const EVEN = (INNER + OUTER) / 2;
const REACH = (OUTER - INNER) / 2;

const TURN: NumberParameter = {
  ...{ kind: 'number', label: t`Hue shift`, unit: '°', min: -180, max: 180, step: 1, default: 0 },
};
const CHROMA = percent(t`Strength`, 0, -100, 100);
const LIGHTNESS = percent(t`Lightness`, 0, -100, 100);

const colourOf = (hue: number): string => `oklch(0.74 0.14 ${hue})`;

interface Props {
  label: string;
  value: readonly HueBand[];
  onChange(value: HueBand[]): void;
  onDone(): void;
}

/** Bands of hues round a ring: dragged along it a mark turns its hue, outwards it strengthens it. */
export function HuesField({ label, value, onChange, onDone }: Props) {
  const ring = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, value.length - 1);
  const band = value[at];
  const set = (i: number, change: Partial<HueBand>) =>
    onChange(value.map((b, k) => (k === i ? { ...b, ...change } : b)));

  const place = (hue: number, radius: number) => {
    const a = (hue * Math.PI) / 180;
    return { x: MIDDLE + radius * Math.cos(a), y: MIDDLE - radius * Math.sin(a) };
  };
  const polar = (e: { clientX: number; clientY: number }) => {
    const r = ring.current!.getBoundingClientRect();
    const x = ((e.clientX - r.left) / r.width) * SIZE - MIDDLE;
    const y = MIDDLE - ((e.clientY - r.top) / r.height) * SIZE;
    return { hue: ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360, radius: Math.hypot(x, y) };
  };
  const changeAt = (own: HueBand, e: { clientX: number; clientY: number }): Partial<HueBand> => {
    const { hue, radius } = polar(e);
    const turn = Math.round(((hue - own.hue + 540) % 360) - 180);
    const chroma = Math.round(Math.max(-100, Math.min(100, ((radius - EVEN) / REACH) * 100)));
    return { turn, chroma };
  };
  const drag = (i: number) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    setChosen(i);
    const target = down.currentTarget as Element;
    target.setPointerCapture(down.pointerId);
    const move = (e: Event) => set(i, changeAt(value[i]!, e as PointerEvent));
    target.addEventListener('pointermove', move);
    target.addEventListener(
      'lostpointercapture',
      () => {
        target.removeEventListener('pointermove', move);
        onDone();
      },
      { once: true },
    );
  };
  const key = (i: number) => (e: React.KeyboardEvent) => {
    const own = value[i]!;
    const by = e.shiftKey ? 10 : 1;
    const bounded = (v: number, most: number) => Math.max(-most, Math.min(most, v));
    if (e.key === 'ArrowLeft') set(i, { turn: bounded(own.turn + by, 180) });
    else if (e.key === 'ArrowRight') set(i, { turn: bounded(own.turn - by, 180) });
    else if (e.key === 'ArrowUp') set(i, { chroma: bounded(own.chroma + by, 100) });
    else if (e.key === 'ArrowDown') set(i, { chroma: bounded(own.chroma - by, 100) });
    else return;
    e.preventDefault();
    e.stopPropagation();
    onDone();
  };
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-1">
      <svg
        ref={ring}
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        className="mx-auto w-44 touch-none"
        onDoubleClick={(e) => {
          if (value.length >= MOST_BANDS) return;
          const { hue } = polar(e);
          onChange([...value, { hue: Math.round(hue), turn: 0, chroma: 0, lightness: 0 }]);
          setChosen(value.length);
          onDone();
        }}
      >
        {/* The hues there are, outside, and what they become, inside. */}
        {Array.from({ length: 72 }, (_, i) => {
          const from = place(i * 5 - 0.4, OUTER + 4);
          const to = place(i * 5 + 5.4, OUTER + 4);
          return (
            <line
              key={i}
              {...{ x1: from.x, y1: from.y, x2: to.x, y2: to.y }}
              stroke={colourOf(i * 5 + 2.5)}
              strokeWidth={6}
            />
          );
        })}
        <circle cx={MIDDLE} cy={MIDDLE} r={EVEN} className="fill-none stroke-line" />
        <circle cx={MIDDLE} cy={MIDDLE} r={INNER} className="fill-ground stroke-line" />
        {value.map((b, i) => {
          const from = place(b.hue, EVEN);
          const to = place(b.hue + b.turn, EVEN + (REACH * b.chroma) / 100);
          return (
            <g key={i}>
              <line
                {...{ x1: from.x, y1: from.y, x2: to.x, y2: to.y }}
                stroke={colourOf(b.hue)}
                strokeWidth={1.5}
              />
              <circle
                cx={to.x}
                cy={to.y}
                r={i === at ? 8 : 6}
                fill={colourOf(b.hue + b.turn)}
                className={`cursor-grab ${i === at ? 'stroke-ink' : 'stroke-ground'} focus-visible:stroke-ember`}
                strokeWidth={2}
                tabIndex={0}
                role="slider"
                aria-label={t`${t(nameOfHue(b.hue))} mark`}
                aria-valuenow={b.turn}
                aria-valuetext={t`turned ${b.turn}°, ${b.chroma} % stronger`}
                onFocus={() => setChosen(i)}
                onPointerDown={drag(i)}
                onKeyDown={key(i)}
                onDoubleClick={(e) => {
                  e.stopPropagation();
                  set(i, { turn: 0, chroma: 0, lightness: 0 });
                  onDone();
                }}
              />
            </g>
          );
        })}
        <text
          x={MIDDLE}
          y={MIDDLE + 4}
          textAnchor="middle"
          className="pointer-events-none fill-ink text-[13px]"
        >
          {band ? t(nameOfHue(band.hue)) : t`none`}
        </text>
      </svg>
      {band && (
        <div className="flex flex-col gap-1">
          {(
            [
              ['turn', TURN],
              ['chroma', CHROMA],
              ['lightness', LIGHTNESS],
            ] as const
          ).map(([k, parameter]) => (
            <div key={k} className="grid min-h-7 grid-cols-[104px_1fr] items-center gap-2">
              <span className="truncate text-sm text-dim">{t(parameter.label)}</span>
              <NumberControl
                parameter={{
                  ...parameter,
                  label: `${t(nameOfHue(band.hue))}: ${t(parameter.label)}`,
                }}
                value={band[k]}
                onChange={(v) => set(at, { [k]: v })}
                onDone={onDone}
              />
            </div>
          ))}
        </div>
      )}
      <div className="flex justify-end">
        <IconButton
          label={t`All hues as they were`}
          onClick={() => {
            onChange(plainBands());
            onDone();
          }}
        >
          <RotateCcw size={13} />
        </IconButton>
      </div>
    </div>
  );
}
