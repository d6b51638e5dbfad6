import { lazy, Suspense, useState } from 'react';
import { newScene } from '@ignis/core/scene/model/make';
import type { Scene } from '@ignis/core/scene/model/schema';
import { MAX_SIDE, sizeFault } from '@ignis/core/scene/model/bounds';
import { Button } from '../ui/button';
import { ColourField } from '../ui/colour-field';
import { Dialog } from '../ui/dialog';
import { t } from '../words/t';

/** What looks into the library is loaded beside. */
const Templates = lazy(() => import('./templates'));

const PRESETS = [
  { name: t`Screen`, width: 1920, height: 1080 },
  { name: t`Square`, width: 2000, height: 2000 },
  { name: t`Large screen`, width: 3840, height: 2160 },
  { name: t`Poster`, width: 2480, height: 3508 },
];

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
  onMake(scene: Scene): void;
}

/** Asks how large a new scene shall be, and on what ground. */
export default function NewScene({ open, onOpenChange, onMake }: Props) {
  const [name, setName] = useState(t`Night study`);
  const [width, setWidth] = useState(1920);
  const [height, setHeight] = useState(1080);
  const [ground, setGround] = useState<string | null>('#0b0d12');
  const [lastColour, setLastColour] = useState('#0b0d12');
  const fault = sizeFault(width, height);

  return (
    <Dialog title={t`New scene`} open={open} onOpenChange={onOpenChange} width="w-[480px]">
      <form
        className="flex flex-col gap-5"
        onSubmit={(e) => {
          e.preventDefault();
          if (!fault) onMake(newScene(name.trim() || t`Untitled`, width, height, ground));
        }}
      >
        <label className="text-sm text-dim">
          {t`Name`}
          <input
            value={name}
            maxLength={200}
            onChange={(e) => setName(e.target.value)}
            className="mt-1 block w-full rounded-md bg-ground px-2.5 py-1.5 text-ink"
          />
        </label>
        <div className="grid grid-cols-4 gap-2">
          {PRESETS.map((p) => {
            const chosen = p.width === width && p.height === height;
            const k = 34 / Math.max(p.width, p.height);
            return (
              <button
                key={p.name}
                type="button"
                aria-pressed={chosen}
                onClick={() => {
                  setWidth(p.width);
                  setHeight(p.height);
                }}
                className={`flex flex-col items-center gap-1 rounded-lg border px-1 pt-3 pb-2 text-sm ${chosen ? 'border-ember bg-ember/10' : 'border-line hover:border-dim'}`}
              >
                <span className="grid h-9 place-items-center">
                  <span
                    className="block rounded-[2px] border border-dim"
                    style={{ width: p.width * k, height: p.height * k }}
                  />
                </span>
                {p.name}
                <span className="text-xs text-dim">
                  {p.width}×{p.height}
                </span>
              </button>
            );
          })}
        </div>
        <div className="flex items-end gap-3">
          {(
            [
              [t`Width, px`, width, setWidth],
              [t`Height, px`, height, setHeight],
            ] as const
          ).map(([label, value, set]) => (
            <label key={label} className="text-sm text-dim">
              {label}
              <input
                type="number"
                min={1}
                max={MAX_SIDE}
                value={Number.isNaN(value) ? '' : value}
                onChange={(e) => set(e.target.valueAsNumber)}
                className="mt-1 block w-28 rounded-md bg-ground px-2.5 py-1.5 text-ink"
              />
            </label>
          ))}
          <div className="ml-auto flex flex-col gap-1.5 text-sm">
            <label className="flex items-center gap-2">
              <input
                type="radio"
                name="ground"
                checked={ground !== null}
                onChange={() => setGround(lastColour)}
                className="accent-[var(--ember)]"
              />
              {t`Background`}
              <ColourField
                label={t`Background colour`}
                value={ground ?? lastColour}
                onChange={(c) => {
                  setLastColour(c);
                  setGround(c);
                }}
                onDone={() => undefined}
              />
            </label>
            <label className="flex items-center gap-2">
              <input
                type="radio"
                name="ground"
                checked={ground === null}
                onChange={() => setGround(null)}
                className="accent-[var(--ember)]"
              />
              {t`None: transparent`}
            </label>
          </div>
        </div>
        {fault && (
          <p role="alert" className="text-sm text-ember-ink">
            {fault}
          </p>
        )}
        <Button type="submit" look="ember" disabled={!!fault} className="self-end">
          {t`Make the scene`}
        </Button>
      </form>
      <Suspense>
        <Templates onTake={onMake} />
      </Suspense>
    </Dialog>
  );
}
