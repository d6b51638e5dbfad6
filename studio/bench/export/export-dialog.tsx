import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { length } from '@ignis/core/definitions/number-parameters';
import { exportRegion } from '@ignis/core/render/export';
import { MAX_SIDE } from '@ignis/core/scene/model/bounds';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { emitsLight } from '@ignis/core/scene/model/traits';
import { download } from '../../files/download';
import { useBench } from '../../state/bench';
import { tellFailure } from '../../state/failure';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { NumberField } from '../../ui/number-field';
import { Choice } from './choice';
import {
  exportEach,
  exportOne,
  exportOpenRaster,
  leftToMerged,
  type What,
  type Work,
} from './exported';
import { FormatChoices, useChosenFormat } from './format-choices';
import { LayerList } from './layer-list';
import { Progress } from './progress';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
}

const SCALES = [0.5, 1, 2] as const;
/** Makes a file of the scene, of its light alone, or of each of its layers. */
export function ExportDialog({ open, onOpenChange }: Props) {
  const scene = useBench((s) => s.scene);
  const [scale, setScale] = useState(1);
  const [what, setWhat] = useState<What>('picture');
  const [background, setBackground] = useState(true);
  const [inOne, setInOne] = useState(false);
  const [chosen, setChosen] = useState<Set<string> | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const running = useRef<Work | null>(null);
  const isBusy = done !== null;
  const isRaster = what === 'each' && inOne;

  const chosenFormat = useChosenFormat();
  const left = isRaster ? leftToMerged(scene) : [];

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
  if (what === 'each' && !scene.layers.some((l) => l.visible)) fault = 'No layer is visible.';

  const start = async () => {
    setDone(0);
    const options = {
      ...{ scale, ...chosenFormat.options },
      background: what === 'picture' && background,
      ...(what === 'light' && { layers: [...layers] }),
    };
    // What a worker said before it was ended may still arrive.
    const progress = (share: number) => running.current && setDone(share);
    const title = what === 'light' ? `${scene.name} light` : scene.name;
    const work = isRaster
      ? exportOpenRaster(scene, scale, progress)
      : what === 'each'
        ? exportEach(scene, options, progress)
        : exportOne(scene, title, options, progress);
    running.current = work;
    try {
      const { file, name } = await work.done;
      download(file, name);
      toast.success('The picture is exported', { description: `${name}, ${sizeOf(file.size)}` });
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
      title="Export"
      open={open}
      onOpenChange={(o) => !isBusy && onOpenChange(o)}
      width="w-[520px]"
    >
      <div className="flex flex-col gap-3 text-sm">
        <Choice<What>
          label="What"
          value={what}
          onChange={setWhat}
          options={[
            ['picture', 'The picture'],
            ['light', 'The light alone'],
            ['each', 'Each layer'],
          ]}
          disabled={isBusy}
        />
        {what === 'each' && (
          <Choice
            label="As"
            value={inOne ? 'one' : 'zip'}
            onChange={(as) => setInOne(as === 'one')}
            options={[
              ['zip', 'Files in a zip'],
              ['one', 'One OpenRaster file'],
            ]}
            disabled={isBusy}
          />
        )}
        <div className="flex items-center gap-3">
          <Choice<number>
            label="Size"
            value={scale}
            onChange={setScale}
            options={SCALES.map((s) => [s, `×${s}`])}
            disabled={isBusy}
          />
          <span className="text-dim">or</span>
          <NumberField
            value={Math.round(scene.width * scale)}
            parameter={length('Width of the export', scene.width, { min: 1, max: MAX_SIDE })}
            onChange={(width) => setScale(Math.max(1, Math.round(width)) / scene.width)}
            onDone={() => undefined}
          />
          <span className="ml-auto text-dim">{size}</span>
        </div>
        {!isRaster && <FormatChoices chosen={chosenFormat} disabled={isBusy} />}
        {what === 'picture' && (
          <label className="flex items-center gap-2">
            <span className="w-20 shrink-0 text-dim">Ground</span>
            <input
              type="checkbox"
              className="accent-[var(--ember)]"
              checked={background && scene.background !== null}
              disabled={scene.background === null || isBusy}
              onChange={(e) => setBackground(e.target.checked)}
            />
            {scene.background === null ? 'The scene has no background' : 'With the background'}
          </label>
        )}
        {what === 'light' && (
          <>
            <LayerList chosen={layers} onChange={setChosen} disabled={isBusy} />
            <p className="text-dim">The chosen layers on transparency, for use elsewhere.</p>
          </>
        )}
        {what === 'each' && !inOne && (
          <p className="text-dim">
            Each layer and group that is visible as a file of its own, on transparency, in one zip.
          </p>
        )}
        {isRaster && (
          <p className="text-dim">
            All layers as pictures, for other programs. Opened here again, it is live as long as its
            layers were not changed elsewhere.
            {left.length > 0 && ` Only the merged picture has all of ${left.join(', ')}.`}
          </p>
        )}
        {fault && (
          <p role="alert" className="text-ember-ink">
            {fault}
          </p>
        )}
        <div className="flex h-9 items-center gap-3">
          {isBusy ? (
            <Progress done={done} onCancel={() => running.current?.cancel()} />
          ) : (
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

/** A number of bytes as the artist reads it. */
const sizeOf = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
