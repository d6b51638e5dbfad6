import { useEffect, useRef, useState } from 'react';
import type { Scene } from '@ignis/core/scene/model/schema';
import { useScenePicture } from '../../state/scene-pictures';
import { ChoiceField } from '../../ui/choice-field';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** One of the two that are compared. */
interface State {
  name: string;
  scene: Scene;
}

const WAYS = [
  ['wipe', t`Wipe`],
  ['beside', t`Side by side`],
  ['flick', t`One at a time`],
] as const;
type Way = (typeof WAYS)[number][0];

/** The longer side of a picture, px. */
const SIDE = 1600;
/** Stands for the scene as it is in the choice of the second. */
const NOW = '(now)';

/** Two states of the scene: in a wipe, side by side, or one at a time, flicked by the space bar. */
export function Comparison({
  first,
  second,
  others,
  onSecond,
}: {
  first: State;
  second: State & { id?: string };
  others: readonly (State & { id: string })[];
  onSecond(id: string | null): void;
}) {
  const [way, setWay] = useState<Way>('wipe');
  const [edge, setEdge] = useState(50);
  const [flicked, setFlicked] = useState(false);
  const [a, b] = [useScenePicture(first.scene, SIDE), useScenePicture(second.scene, SIDE)];
  useEffect(() => {
    if (way !== 'flick') return;
    const flick = (e: KeyboardEvent) => {
      if (e.key !== ' ' || (e.target as Element).closest('input, [role=option]')) return;
      e.preventDefault();
      setFlicked((f) => !f);
    };
    window.addEventListener('keydown', flick);
    return () => window.removeEventListener('keydown', flick);
  }, [way]);
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-center gap-3">
        <div role="radiogroup" aria-label={t`How they are compared`} className="flex gap-0.5">
          {WAYS.map(([value, label]) => (
            <button
              key={value}
              type="button"
              role="radio"
              aria-checked={way === value}
              onClick={() => setWay(value)}
              className="rounded px-2 py-1 text-sm text-dim hover:bg-raised aria-checked:bg-raised aria-checked:text-ink"
            >
              {label}
            </button>
          ))}
        </div>
        <span className="ml-auto text-sm text-dim">{t`“${first.name}” and`}</span>
        <ChoiceField
          label={t`Compared with`}
          value={second.id ?? NOW}
          options={[
            { value: NOW, label: t`the scene as it is now` },
            ...others.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(v) => onSecond(v === NOW ? null : v)}
        />
      </div>
      <div className="grid h-[500px] grid-cols-[minmax(0,1fr)] overflow-hidden rounded-lg bg-ground">
        {way === 'beside' && (
          <div className="grid grid-cols-2 gap-1">
            <Picture url={a} name={first.name} />
            <Picture url={b} name={second.name} />
          </div>
        )}
        {way === 'flick' && (
          <button
            type="button"
            {...tip(t`The space bar, or a click, shows the other`)}
            className="grid"
            onClick={() => setFlicked(!flicked)}
          >
            <Picture url={flicked ? b : a} name={flicked ? second.name : first.name} />
          </button>
        )}
        {way === 'wipe' && (
          <Wipe {...{ a, b, edge }} names={[first.name, second.name]} onEdge={setEdge} />
        )}
      </div>
    </div>
  );
}

function Picture({
  url,
  name,
  right = false,
}: {
  url: string | null;
  name: string;
  right?: boolean;
}) {
  return (
    <span className="relative grid size-full min-h-0 place-items-center">
      {url && <img src={url} alt="" className="absolute inset-0 size-full object-contain" />}
      <Name name={name} right={right} />
    </span>
  );
}

const Name = ({ name, right }: { name: string; right: boolean }) => (
  <span
    className={`absolute top-2 ${right ? 'right-2' : 'left-2'} max-w-[45%] truncate rounded bg-panel/85 px-2 py-0.5 text-sm`}
  >
    {name}
  </span>
);

/** Two pictures on each other, the first as far as an edge that is dragged, or moved by the arrow keys. */
function Wipe({
  a,
  b,
  edge,
  names,
  onEdge,
}: {
  a: string | null;
  b: string | null;
  /** % of the width. */
  edge: number;
  names: [string, string];
  onEdge(edge: number): void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const drag = (x: number) => {
    const { left, width } = box.current!.getBoundingClientRect();
    onEdge(Math.min(100, Math.max(0, (100 * (x - left)) / width)));
  };
  return (
    <div
      ref={box}
      className="relative cursor-ew-resize touch-none"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        drag(e.clientX);
      }}
      onPointerMove={(e) => e.buttons === 1 && drag(e.clientX)}
    >
      <Picture url={b} name={names[1]} right />
      <div className="absolute inset-0" style={{ clipPath: `inset(0 ${100 - edge}% 0 0)` }}>
        <span className="absolute inset-0 bg-ground" />
        <Picture url={a} name={names[0]} />
      </div>
      <div
        role="slider"
        tabIndex={0}
        aria-label={t`Where one goes over into the other`}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(edge)}
        onKeyDown={(e) => {
          const by = { ArrowLeft: -2, ArrowRight: 2 }[e.key];
          if (by) onEdge(Math.min(100, Math.max(0, edge + by)));
        }}
        className="absolute inset-y-0 -ml-1.5 w-3 cursor-ew-resize outline-none"
        style={{ left: `${edge}%` }}
      >
        <span className="mx-auto block h-full w-0.5 bg-white/90 shadow-[0_0_4px_#000]" />
      </div>
    </div>
  );
}
