import { Share2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { namedBy } from '@ignis/core/files/name-pattern';
import { formatNamed, pictureFormats } from '@ignis/core/files/formats/index';
import { exportRegion } from '@ignis/core/render/export';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { emitsLight } from '@ignis/core/scene/model/traits';
import { download, fileName } from '../../files/download';
import { useBench } from '../../state/bench';
import { inWords } from '../../storage/room';
import { useExportSettings, type As, type What } from '../../state/export-settings';
import { tellFailure } from '../../state/failure';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import type { ExportOptions } from '../../workers/protocol';
import { Choice } from './choice';
import {
  exportEach,
  exportOpenRaster,
  leftToMerged,
  namesOfEach,
  wordsOf,
  type Named,
  type Work,
} from './exported';
import { FormatChoices, useChosenFormat } from './format-choices';
import { LayerList } from './layer-list';
import { NamePatternField } from './name-pattern-field';
import { Presets } from './presets';
import { Preview } from './preview';
import { Progress } from './progress';
import { SizeFields, useExportScale } from './size-fields';
import { useMadeFile } from './use-made-file';
import { WordsInFile } from './words-in-file';
import { t } from '../../words/t';
import { errorWords } from '../../words/error-words';
import { HelpMark } from '../../help/help-mark';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
}

/** What takes a file that is made. */
interface Hand {
  take(named: Named): void | Promise<void>;
}

/** Px of a picture that is not made before it is asked for. */
const MANY_PIXELS = 17e6;

/** The format that has layers. */
const LAYERED = pictureFormats.find((f) => f.written?.encodeLayers)!;

/** Hands a file on once it is made; the artist gets a message if that fails. */
async function hand({ take }: Hand, file: () => Named | Promise<Named>): Promise<void> {
  try {
    await take(await file());
  } catch (error) {
    if ((error as Error).name === 'AbortError') toast(t`The export is cancelled`);
    else tellFailure(t`The export failed`, error);
  }
}

/** Makes a file of the scene, of its light alone, or of each of its layers. */
export function ExportDialog({ open, onOpenChange }: Props) {
  const scene = useBench((s) => s.scene);
  const { what, as, background, names, about } = useExportSettings();
  const set = useExportSettings.setState;
  const scale = useExportScale();
  const [chosen, setChosen] = useState<Set<string> | null>(null);
  const [own, setOwn] = useState<{ title?: string; description?: string }>({});
  const [asked, setAsked] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const [done, setDone] = useState<number | null>(null);
  const running = useRef<Work | null>(null);
  /** What the file is handed to once it is made. */
  const [waiting, setWaiting] = useState<Hand | null>(null);
  const isBusy = done !== null || waiting !== null;
  const isEach = what === 'each';
  const isRaster = isEach && as === 'openraster';
  const isTogether = isEach && as === 'together';

  const chosenFormat = useChosenFormat(isTogether ? LAYERED.format : null);
  const { hasWords } = chosenFormat.written;
  const { format } = chosenFormat.options;
  const left = isRaster ? leftToMerged(scene) : [];

  const lights = everyLayer(scene.layers).filter((l) => emitsLight(l) && l.visible);
  const layers = chosen ?? new Set(lights.map((l) => l.id));
  let size = { width: 0, height: 0 };
  let fault: string | null = null;
  try {
    size = exportRegion(scene, scale);
  } catch (error) {
    fault = errorWords(error);
  }
  if (what === 'light' && layers.size === 0) fault = t`Choose at least one layer.`;
  if (isEach && !scene.layers.some((l) => l.visible)) fault = t`No layer is visible.`;

  const options: ExportOptions = {
    ...{ scale, ...chosenFormat.options },
    background: (what === 'picture' && background) || isTogether,
    ...(what === 'light' && { layers: [...layers] }),
    ...(isTogether && { together: true }),
    ...(hasWords && { about: { ...own, ...about } }),
  };
  const isOne = !isEach || isTogether;
  const isLarge = size.width * size.height > MANY_PIXELS;
  const isMade = isOne && !fault && (!isLarge || asked);
  const made = useMadeFile(scene, isMade ? options : null, attempt);

  const title =
    fault || isTogether ? t`${scene.name} layers` : namedBy(names[what], wordsOf(scene, scale));
  const name = fileName(title, `.${format}`);

  // The file that is seen is the one that is handed on: it is not made twice.
  const { file: madeFile, fault: madeFault } = made;
  useEffect(() => {
    if (!waiting || !(madeFile ?? madeFault)) return;
    setWaiting(null);
    void hand(waiting, () => {
      if (madeFault) throw madeFault;
      return { file: madeFile!, name };
    });
  }, [waiting, madeFile, madeFault, name]);
  const start = async (to: Hand) => {
    if (isOne) {
      setAsked(true);
      if (made.fault) setAttempt(attempt + 1);
      setWaiting(to);
      return;
    }
    setDone(0);
    // What a worker said before it was ended may still arrive.
    const progress = (share: number) => running.current && setDone(share);
    running.current = isRaster
      ? exportOpenRaster(scene, scale, progress)
      : exportEach(scene, options, names.each, progress);
    const { done } = running.current;
    await hand(to, () => done);
    running.current = null;
    setDone(null);
  };
  const cancel = () => {
    if (running.current) return running.current.cancel();
    setWaiting(null);
    setAsked(false);
    toast(t`The export is cancelled`);
  };
  const save = ({ file, name }: Named) => {
    download(file, name);
    toast.success(t`The picture is exported`, { description: `${name}, ${inWords(file.size)}` });
    onOpenChange(false);
  };
  const canShare = typeof navigator.share === 'function';
  const share = async ({ file, name }: Named) => {
    const files = [new File([file], name, { type: file.type })];
    if (!navigator.canShare?.({ files }))
      throw new Error(t`Files like “${name}” cannot be shared from here. Export it instead.`);
    await navigator.share({ files, title: scene.name });
  };

  return (
    <Dialog
      title={t`Export`}
      mark={<HelpMark about="panel:export" />}
      open={open}
      onOpenChange={(o) => !isBusy && onOpenChange(o)}
      width="w-[960px]"
    >
      <div className="flex gap-6 text-sm">
        <div className="flex w-[400px] shrink-0 flex-col gap-3">
          {isOne ? (
            <Preview
              {...size}
              {...{ made, format }}
              name={name}
              onMake={isLarge && !asked ? () => setAsked(true) : null}
            />
          ) : (
            <section aria-label={t`The files`} className="flex flex-col gap-2">
              <ul className="h-[400px] overflow-auto rounded-lg border border-line bg-ground p-3">
                {fault ||
                  (isRaster
                    ? [fileName(scene.name, '.ora')]
                    : namesOfEach(scene, options, names.each)
                  ).map((name) => (
                    <li key={name} className="py-0.5">
                      {name}
                    </li>
                  ))}
              </ul>
              <p className="text-dim">
                {isRaster
                  ? t`All layers as pictures, for other programs. Opened here again, it is live as long as its layers were not changed elsewhere.`
                  : t`Each layer and group that is visible, on transparency, in one zip.`}
                {left.length > 0 && t` Only the merged picture has all of ${left.join(', ')}.`}
              </p>
            </section>
          )}
          {fault && (
            <p role="alert" className="text-ember-ink">
              {fault}
            </p>
          )}
          <div className="flex h-9 items-center gap-3">
            {isBusy ? (
              <Progress done={done ?? made.done} onCancel={cancel} />
            ) : (
              <>
                {canShare && (
                  <Button disabled={!!fault} onClick={() => void start({ take: share })}>
                    <Share2 size={14} /> {t`Share…`}
                  </Button>
                )}
                <Button
                  look="ember"
                  className="ml-auto"
                  disabled={!!fault}
                  onClick={() => void start({ take: save })}
                >
                  {t`Export`}
                </Button>
              </>
            )}
          </div>
        </div>
        <div className="-mr-2 flex max-h-[calc(90vh-6.5rem)] min-w-0 flex-1 flex-col gap-3 overflow-auto pt-1 pr-2">
          <Presets disabled={isBusy} />
          <Choice<What>
            label={t`What`}
            value={what}
            onChange={(what) => set({ what })}
            options={[
              ['picture', t`The picture`],
              ['light', t`The light alone`],
              ['each', t`Each layer`],
            ]}
            disabled={isBusy}
          />
          {isEach && (
            <Choice<As>
              label={t`As`}
              value={as}
              onChange={(as) => set({ as })}
              options={[
                ['zip', t`Files in a zip`],
                ['openraster', t`One OpenRaster`],
                ['together', t`One ${t(formatNamed(LAYERED.format).label)}`],
              ]}
              disabled={isBusy}
            />
          )}
          <SizeFields disabled={isBusy} />
          {!isRaster && (
            <FormatChoices chosen={chosenFormat} disabled={isBusy} fixed={isTogether} />
          )}
          {what === 'picture' && (
            <label className="flex items-center gap-2">
              <span className="w-20 shrink-0 text-dim">{t`Ground`}</span>
              <input
                type="checkbox"
                className="accent-[var(--ember)]"
                checked={background && scene.background !== null}
                disabled={scene.background === null || isBusy}
                onChange={(e) => set({ background: e.target.checked })}
              />
              {scene.background === null ? t`The scene has no background` : t`With the background`}
            </label>
          )}
          {what === 'light' && <LayerList chosen={layers} onChange={setChosen} disabled={isBusy} />}
          {!isRaster && !isTogether && <NamePatternField disabled={isBusy} />}
          {!isRaster && hasWords && <WordsInFile own={own} onChange={setOwn} disabled={isBusy} />}
        </div>
      </div>
    </Dialog>
  );
}
