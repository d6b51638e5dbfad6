import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { exportRegion } from '@ignis/core/render/export';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { download, fileName } from '../files/download';
import { useBench } from '../state/bench';
import { exportPng, type Exporting } from '../workers/engine';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { emitsLight } from '@ignis/core/scene/model/traits';
import { tellFailure } from '../state/failure';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
}

const SCALES = [0.5, 1, 2];
type What = 'picture' | 'light';

/** Makes a PNG of the scene, or of its light alone. */
export function ExportDialog({ open, onOpenChange }: Props) {
  const scene = useBench((s) => s.scene);
  const [scale, setScale] = useState(1);
  const [what, setWhat] = useState<What>('picture');
  const [background, setBackground] = useState(true);
  const [depth, setDepth] = useState<8 | 16>(8);
  const [chosen, setChosen] = useState<Set<string> | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const running = useRef<Exporting | null>(null);

  const lights = new Set(
    everyLayer(scene.layers)
      .filter((l) => emitsLight(l) && l.visible)
      .map((l) => l.id),
  );
  const layers = chosen ?? lights;
  let size: string;
  let fault: string | null = null;
  try {
    const region = exportRegion(scene, scale);
    size = `${region.width} × ${region.height} px`;
  } catch (error) {
    size = 'too large';
    fault = (error as Error).message;
  }
  if (what === 'light' && layers.size === 0) fault = 'Choose at least one layer.';

  const start = async () => {
    setDone(0);
    const light = what === 'light';
    const work = exportPng(
      scene,
      { scale, depth, background: !light && background, layers: light ? [...layers] : undefined },
      // What a worker said before it was ended may still arrive.
      (share) => running.current && setDone(share),
    );
    running.current = work;
    try {
      download(await work.done, fileName(light ? `${scene.name} light` : scene.name, '.png'));
      toast.success('The picture is exported');
      onOpenChange(false);
    } catch (error) {
      if ((error as Error).name === 'AbortError') toast('The export is cancelled');
      else tellFailure('The export failed', error);
    } finally {
      running.current = null;
      setDone(null);
    }
  };

  return (
    <Dialog
      title="Export as PNG"
      open={open}
      onOpenChange={(o) => done === null && onOpenChange(o)}
      width="w-[460px]"
    >
      <div className="flex flex-col gap-4 text-sm">
        <Choice<What>
          label="What"
          value={what}
          onChange={setWhat}
          options={[
            ['picture', 'The picture'],
            ['light', 'The light alone'],
          ]}
          disabled={done !== null}
        />
        <div className="flex items-center gap-3">
          <Choice<number>
            label="Size"
            value={scale}
            onChange={setScale}
            options={SCALES.map((s) => [s, `×${s}`])}
            disabled={done !== null}
          />
          <span className="text-dim">{size}</span>
        </div>
        <Choice<8 | 16>
          label="Depth"
          value={depth}
          onChange={setDepth}
          options={[
            [8, '8 bits'],
            [16, '16 bits'],
          ]}
          disabled={done !== null}
        />
        {what === 'picture' ? (
          <label className="flex items-center gap-2">
            <span className="w-16 text-dim">Ground</span>
            <input
              type="checkbox"
              className="accent-[var(--ember)]"
              checked={background && scene.background !== null}
              disabled={scene.background === null || done !== null}
              onChange={(e) => setBackground(e.target.checked)}
            />
            {scene.background === null ? 'The scene has no background' : 'With the background'}
          </label>
        ) : (
          <fieldset className="flex gap-2" disabled={done !== null}>
            <legend className="float-left w-16 text-dim">Layers</legend>
            <ul className="max-h-40 flex-1 overflow-auto rounded-md bg-ground p-2">
              {everyLayer(scene.layers)
                .filter((l) => !l.layers)
                .toReversed()
                .map((l) => (
                  <li key={l.id}>
                    <label className="flex items-center gap-2 py-0.5">
                      <input
                        type="checkbox"
                        className="accent-[var(--ember)]"
                        checked={layers.has(l.id)}
                        onChange={(e) => {
                          const next = new Set(layers);
                          if (e.target.checked) next.add(l.id);
                          else next.delete(l.id);
                          setChosen(next);
                        }}
                      />
                      {l.name}
                      {!l.visible && <span className="text-dim">(hidden)</span>}
                    </label>
                  </li>
                ))}
            </ul>
          </fieldset>
        )}
        {what === 'light' && (
          <p className="text-dim">The chosen layers on transparency, for use elsewhere.</p>
        )}
        {fault && (
          <p role="alert" className="text-ember-ink">
            {fault}
          </p>
        )}
        <div className="flex h-9 items-center gap-3">
          {done !== null && (
            <>
              <div
                role="progressbar"
                aria-label="Export"
                aria-valuenow={Math.round(done * 100)}
                aria-valuemin={0}
                aria-valuemax={100}
                className="h-1.5 flex-1 overflow-hidden rounded bg-line"
              >
                <div
                  className="h-full bg-ember transition-[width]"
                  style={{ width: `${done * 100}%` }}
                />
              </div>
              <span className="w-10 text-right text-dim">{Math.round(done * 100)} %</span>
              <Button onClick={() => running.current?.cancel()}>Cancel</Button>
            </>
          )}
          {done === null && (
            <Button
              look="ember"
              className="ml-auto"
              disabled={!!fault}
              onClick={() => void start()}
            >
              Export
            </Button>
          )}
        </div>
      </div>
    </Dialog>
  );
}

interface ChoiceProps<T> {
  label: string;
  value: T;
  options: [T, string][];
  onChange(value: T): void;
  disabled: boolean;
}

function Choice<T extends string | number>({
  label,
  value,
  options,
  onChange,
  disabled,
}: ChoiceProps<T>) {
  return (
    <div role="radiogroup" aria-label={label} className="flex items-center">
      <span className="w-16 text-dim">{label}</span>
      {options.map(([v, text]) => (
        <button
          key={v}
          type="button"
          role="radio"
          aria-checked={v === value}
          disabled={disabled}
          onClick={() => onChange(v)}
          className={`border border-line px-3 py-1 first-of-type:rounded-l-md last-of-type:rounded-r-md not-first-of-type:-ml-px ${v === value ? 'bg-ember/20 text-ember-ink' : 'hover:bg-raised'}`}
        >
          {text}
        </button>
      ))}
    </div>
  );
}
