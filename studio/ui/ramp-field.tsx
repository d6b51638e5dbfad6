import { ArrowLeftRight, Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import { percent } from '@ignis/core/definitions/parameter';
import { namedRamps } from '@ignis/core/pixels/named-ramps';
import type { Ramp } from '@ignis/core/pixels/ramp';
import { rampColour, rampOpacity, rampSpaces } from '@ignis/core/pixels/ramp';
import { ChoiceField } from './choice-field';
import { ColourField } from './colour-field';
import { NumberField } from './number-field';

interface Props {
  label: string;
  value: Ramp;
  onChange(value: Ramp): void;
  onDone(): void;
}

const AT = percent('Place of the stop', 50);
const MIDDLE = percent('Half way', 50, 1, 99);
const OPACITY = percent('Opacity of the stop', 100);

/** A stop is pulled out of the ramp when it is so far off, px. */
const AWAY = 30;

type Kind = 'colours' | 'opacities';

/**
 * Colours and opacities along a way: opacities stand above the bar, colours below it. Press beside them to
 * add one, drag them along, pull them off to take them out.
 */
export function RampField({ label, value, onChange, onDone }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const [chosen, setChosen] = useState<{ kind: Kind; index: number }>({
    kind: 'colours',
    index: 0,
  });
  const stops = value[chosen.kind];
  const index = Math.min(chosen.index, stops.length - 1);
  const stop = stops[index]!;

  const placeAt = (e: { clientX: number }) => {
    const r = bar.current!.getBoundingClientRect();
    return Math.round(Math.min(100, Math.max(0, ((e.clientX - r.left) / r.width) * 100)) * 10) / 10;
  };
  const sorted = <T extends { at: number }>(list: T[]): T[] =>
    [...list].sort((a, b) => a.at - b.at);

  const follow = (kind: Kind, i: number, from: Ramp) => (down: React.PointerEvent) => {
    down.preventDefault();
    const element = down.currentTarget;
    element.setPointerCapture(down.pointerId);
    const moved = from[kind][i]!;
    const others = from[kind].filter((_, k) => k !== i);
    const move = (e: PointerEvent) => {
      const off = Math.abs(e.clientY - down.clientY) > AWAY && others.length > 0;
      const list = off ? others : sorted([...others, { ...moved, at: placeAt(e) }]);
      onChange({ ...from, [kind]: list });
      setChosen({
        kind,
        index: Math.max(
          0,
          list.findIndex((s) => s.at === placeAt(e)),
        ),
      });
    };
    const up = () => {
      element.removeEventListener('pointermove', move as EventListener);
      onDone();
    };
    element.addEventListener('pointermove', move as EventListener);
    element.addEventListener('lostpointercapture', up, { once: true });
  };

  const add = (kind: Kind) => (down: React.PointerEvent) => {
    if (down.button !== 0 || down.target !== down.currentTarget) return;
    const at = placeAt(down);
    const made =
      kind === 'colours'
        ? { at, colour: rampColour(value, at), middle: 50 }
        : { at, opacity: Math.round(rampOpacity(value, at)), middle: 50 };
    const next = { ...value, [kind]: sorted([...value[kind], made as never]) } as Ramp;
    onChange(next);
    const i = next[kind].findIndex((s) => s === made);
    setChosen({ kind, index: i });
    follow(kind, i, next)(down);
  };

  const put = (values: Record<string, unknown>) => {
    const list = sorted(stops.map((s, k) => (k === index ? { ...s, ...values } : s)) as never[]);
    onChange({ ...value, [chosen.kind]: list });
  };
  const remove = () => {
    if (stops.length < 2) return;
    onChange({ ...value, [chosen.kind]: stops.filter((_, k) => k !== index) });
    onDone();
  };
  const reversed = (): Ramp => {
    const turn = <T extends { at: number; middle: number }>(list: readonly T[]) =>
      list
        .map((s, i) => ({
          ...s,
          at: 100 - s.at,
          // The way to the next becomes that from the one before.
          middle: i > 0 ? 100 - list[i - 1]!.middle : 50,
        }))
        .reverse();
    return { ...value, colours: turn(value.colours), opacities: turn(value.opacities) };
  };

  const shown = Array.from({ length: 33 }, (_, i) => cssAt(value, (100 * i) / 32)).join();
  const marker = (kind: Kind) =>
    value[kind].map((s, i) => {
      const on = chosen.kind === kind && index === i;
      const fill =
        'colour' in s
          ? s.colour
          : `rgb(${[0, 0, 0].map(() => Math.round(s.opacity * 2.55)).join()})`;
      return (
        <button
          key={i}
          type="button"
          aria-label={`${kind === 'colours' ? 'Colour' : 'Opacity'} at ${s.at} %`}
          aria-pressed={on}
          onPointerDown={(e) => {
            if (e.button !== 0) return;
            setChosen({ kind, index: i });
            follow(kind, i, value)(e);
          }}
          onFocus={() => setChosen({ kind, index: i })}
          onKeyDown={(e) => {
            const by = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0;
            if (e.key === 'Delete' || e.key === 'Backspace') remove();
            else if (by !== 0)
              put({ at: Math.min(100, Math.max(0, s.at + by * (e.shiftKey ? 10 : 1))) });
            else return;
            e.preventDefault();
            e.stopPropagation();
            onDone();
          }}
          className={`absolute top-0 size-3 -translate-x-1/2 touch-none border ${kind === 'colours' ? 'rounded-b-full rounded-t-sm' : 'rounded-t-full rounded-b-sm'} ${on ? 'z-10 border-ember ring-1 ring-ember' : 'border-dim'}`}
          style={{ left: `${s.at}%`, background: fill }}
        />
      );
    });
  return (
    <div className="flex flex-col gap-1" role="group" aria-label={label}>
      <div className="mx-1.5">
        <div
          className="relative h-3.5 touch-none"
          onPointerDown={add('opacities')}
          title="Opacities: press to add one, drag it off to take it out"
        >
          {marker('opacities')}
        </div>
        <div ref={bar} className="check h-4 overflow-hidden rounded-sm">
          <div className="h-full" style={{ background: `linear-gradient(to right, ${shown})` }} />
        </div>
        <div
          className="relative mt-0.5 h-3.5 touch-none"
          onPointerDown={add('colours')}
          title="Colours: press to add one, drag it off to take it out"
        >
          {marker('colours')}
        </div>
      </div>
      <div className="flex h-6 items-center text-sm text-dim [&_input]:w-9 [&_span.text-xs]:w-4">
        {'colour' in stop ? (
          <ColourField
            label="Colour of the stop"
            value={stop.colour}
            onChange={(colour) => put({ colour })}
            onDone={onDone}
          />
        ) : (
          <NumberField
            value={stop.opacity}
            parameter={OPACITY}
            onChange={(opacity) => put({ opacity })}
            onDone={onDone}
          />
        )}
        <span className="pl-1">at</span>
        <NumberField
          value={stop.at}
          parameter={AT}
          onChange={(at) => put({ at })}
          onDone={onDone}
        />
        {index < stops.length - 1 && (
          <>
            <span title="Where half of the change to the next is done">half</span>
            <NumberField
              value={stop.middle}
              parameter={MIDDLE}
              onChange={(middle) => put({ middle })}
              onDone={onDone}
            />
          </>
        )}
        <span className="flex-1" />
        <button
          type="button"
          aria-label="Reverse the ramp"
          title="Reverse"
          className="rounded p-1 hover:text-ink"
          onClick={() => {
            onChange(reversed());
            onDone();
          }}
        >
          <ArrowLeftRight size={13} />
        </button>
        <button
          type="button"
          aria-label="Remove the stop"
          title="Remove the stop"
          disabled={stops.length < 2}
          className="rounded p-1 hover:text-ink disabled:opacity-40"
          onClick={remove}
        >
          <Trash2 size={13} />
        </button>
      </div>
      <div className="flex flex-wrap items-center gap-1">
        {namedRamps.map(({ label: name, value: ramp }) => (
          <button
            key={name}
            type="button"
            title={name}
            aria-label={`Ramp: ${name}`}
            className="check h-4 w-6 overflow-hidden rounded-sm border border-line hover:border-ember"
            onClick={() => {
              onChange({ ...ramp, space: value.space });
              onDone();
            }}
          >
            <span
              className="block h-full"
              style={{
                background: `linear-gradient(to right, ${Array.from({ length: 9 }, (_, k) => cssAt(ramp, k * 12.5)).join()})`,
              }}
            />
          </button>
        ))}
        <span className="flex-1" />
        <ChoiceField
          label="Colours mix"
          value={value.space}
          options={rampSpaces}
          onChange={(space) => {
            onChange({ ...value, space: space as Ramp['space'] });
            onDone();
          }}
        />
      </div>
    </div>
  );
}

/** A place of a ramp as a stop of a gradient of CSS. */
function cssAt(ramp: Ramp, at: number): string {
  const alpha = Math.round(rampOpacity(ramp, at) * 2.55);
  return `${rampColour(ramp, at)}${alpha.toString(16).padStart(2, '0')} ${at}%`;
}
