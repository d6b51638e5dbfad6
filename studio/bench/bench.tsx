import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import type { Point } from '@ignis/core/geometry/affine';
import { addInFront, findLayer } from '@ignis/core/scene/edits/layer-edits';
import { paletteOf } from '@ignis/core/scene/edits/palette';
import { newGroup, newPicture } from '@ignis/core/scene/model/make';
import { bringInPicture } from '../files/bring-in';
import { filesIn, isSceneFile, PICTURES } from '../files/accepted';
import { openSceneFile, sceneFile } from '../files/scene-file';
import { download, fileName } from '../files/download';
import { useAutosave } from '../state/autosave';
import { useBench } from '../state/bench';
import { useOpenedScene } from '../state/opened-scene';
import { usePacking } from '../state/packing';
import { mainColours } from '../workers/questions';
import { retainingAssets } from '../storage/assets';
import { storageFault } from '../storage/connection';
import { exportFile } from '../workers/exporter';
import { AS_PNG } from '../workers/protocol';
import { FileInput } from '../ui/file-input';
import { Mark } from '../ui/mark';
import { FaultBoundary } from '../ui/fault-boundary';
import { ScenePalette } from '../ui/palette-context';
import type { BenchDoes } from './actions/state';
import { layersOn, pasteLayers } from './commands/clipboard';
import { middleOfView } from './commands/view';
import { Chain } from './chain/chain';
import { Opening } from './opening';
import { ReadOnly } from './read-only';
import { Header } from './header';
import { PicturePaused } from './picture-paused';
import { BenchLayout } from './layout';
import { LookSheet } from './look-sheet';
import { Stage } from './stage/stage';
import { Strip } from './strip/strip';
import { useKeys } from './use-keys';
import { Wells } from './wells';
import { Windows, type WindowName } from './windows';
import { isLine } from '@ignis/core/scene/model/traits';
import { tellFailure } from '../state/failure';
import { t } from '../words/t';
import { errorWords } from '../words/error-words';

/** The screen where one scene is made. */
export default function Bench() {
  const { id = '' } = useParams();
  const { ready, fault } = useOpenedScene(id);

  if (fault) return <Missing text={fault} />;
  if (ready !== id) return <Opening id={id} />;
  return <Open />;
}

function Missing({ text }: { text: string }) {
  const navigate = useNavigate();
  return (
    <main className="grid h-full place-items-center">
      <div className="flex max-w-md flex-col items-center gap-4 text-center">
        <Mark size={40} />
        <p role="alert">{text}</p>
        <button
          type="button"
          onClick={() => void navigate('/')}
          className="text-ember-ink underline underline-offset-4"
        >
          {t`To the shelf`}
        </button>
      </div>
    </main>
  );
}

/** Brings an SVG in as lines, one for each of its elements, in a group if there are several. */
async function addSvgLines(file: File): Promise<void> {
  try {
    const [{ svgLines }, { layersOfSvg }] = await Promise.all([
      import('../workers/files'),
      import('@ignis/core/files/svg-layers'),
    ]);
    const drawing = await svgLines(file, file.name);
    const { scene, selected, change, select } = useBench.getState();
    const name = file.name.replace(/\.[^.]*$/, '') || t`Drawing`;
    const made = layersOfSvg(drawing, scene, drawing.elements.length > MAX_LAYERS);
    const layer = made.length === 1 ? { ...made[0]!, name } : newGroup(name, made, 'through');
    change(t`Add ${name}`, addInFront([layer], selected, true));
    select(layer.id);
    if (drawing.left.length > 0)
      toast(t`Lines cannot have all of “${name}”`, {
        description: t`Left out: ${drawing.left.join(', ')}. Bring it in as a picture for these.`,
      });
  } catch (error) {
    tellFailure(t`That could not be brought in`, error);
  }
}

/** How long the rest of the bench waits for the first picture, ms. */
const LATEST = 600;

/** Opens a scene's file, and says how far that is; returns its id, or null if it was stopped. */
async function openBesides(file: File): Promise<string | null> {
  const stop = new AbortController();
  const id = `open ${file.name}`;
  const progress = (done: number) =>
    toast.loading(t`Opening ${file.name}…`, {
      id,
      description: done > 0 ? `${Math.round(done * 100)} %` : undefined,
      action: { label: t`Stop`, onClick: () => stop.abort() },
    });
  progress(0);
  try {
    return await openSceneFile(file, file.name, { progress, signal: stop.signal });
  } catch (error) {
    if (stop.signal.aborted) return null;
    throw error;
  } finally {
    toast.dismiss(id);
  }
}

/** A drawing of more elements than this becomes one line. */
const MAX_LAYERS = 60;

function Open() {
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const svgChooser = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState<WindowName | null>(null);
  const name = useBench((s) => s.scene.name);
  const selected = useBench((s) => s.selected);
  const isBare = useBench((s) => s.isBare);
  const [isWhole, setWhole] = useState(false);
  const isShown = useBench((s) => s.isShown);
  useAutosave();
  usePacking();

  // The stage and its first picture stand before the rest of the bench, whose making would hold them up.
  useEffect(() => {
    const build = () => startTransition(() => setWhole(true));
    if (isShown) return build();
    const timer = setTimeout(build, LATEST);
    return () => clearTimeout(timer);
  }, [isShown]);

  // No picture is forgotten while the bench is open: undo may ask for it.
  useEffect(() => {
    let leave: () => void = () => undefined;
    const left = new Promise<void>((done) => (leave = done));
    void retainingAssets(() => left);
    return leave;
  }, []);

  useEffect(() => {
    document.title = `${name} · Ignis`;
  }, [name]);

  useEffect(() => {
    const fault = storageFault();
    if (fault)
      toast.warning(t`This scene will not be saved`, { description: fault, duration: 15_000 });
  }, []);

  /** Brings files in as layers, one after the other, centred on a place. */
  const addFiles = useCallback(
    async (files: File[], at: Point | null, keepSize: boolean) => {
      for (const file of files) {
        try {
          if (isSceneFile(file)) {
            const id = await openBesides(file);
            if (id) void navigate(`/scene/${id}`);
            return;
          }
          const brought = await bringInPicture(file);
          if (!brought) continue;
          const { scene, selected, change, select } = useBench.getState();
          const place = at ?? middleOfView();
          const layer = newPicture(brought.name, brought.source, scene, place, !keepSize);
          change(t`Add ${brought.name}`, addInFront([layer], selected, true));
          select(layer.id);
        } catch (error) {
          tellFailure(t`That could not be brought in`, error);
        }
      }
    },
    [navigate],
  );

  const does: BenchDoes = useMemo(
    () => ({
      addPicture: () => chooser.current?.click(),
      addSvg: () => svgChooser.current?.click(),
      async saveSvg() {
        const { scene, selected } = useBench.getState();
        const layer = findLayer(scene, selected);
        if (!layer || !isLine(layer)) return;
        const { svgOfLine } = await import('@ignis/core/files/svg-layers');
        const svg = svgOfLine(layer, scene);
        download(new Blob([svg], { type: 'image/svg+xml' }), fileName(layer.name, '.svg'));
      },
      async saveGrades() {
        const { scene, selected } = useBench.getState();
        const layer = findLayer(scene, selected);
        if (!layer) return;
        try {
          const { cubeOfGrades } = await import('../files/save-table');
          download(await cubeOfGrades(scene, layer), fileName(layer.name, '.cube'));
        } catch (error) {
          tellFailure(t`The grades could not be saved`, error);
        }
      },
      openExport: () => setOpen('export'),
      openCosts: () => setOpen('costs'),
      openEarlier: () => setOpen('earlier'),
      openTakes: () => setOpen('takes'),
      openLibrary: () => setOpen('library'),
      openKeys: () => setOpen('keys'),
      openPalette: () => setOpen('palette'),
      toShelf: () => void navigate('/'),
      toRecipes: () => void navigate('/recipes'),
      toHelp: (id = '') => void navigate(`/help/${id}`),
      async saveFile() {
        const { scene } = useBench.getState();
        try {
          download(await sceneFile(scene), fileName(scene.name, '.ignis'));
        } catch (error) {
          tellFailure(t`The scene could not be saved`, error);
        }
      },
      async copyPicture() {
        const { scene } = useBench.getState();
        const work = exportFile(scene, { ...AS_PNG, scale: 1 }, () => undefined);
        try {
          await navigator.clipboard.write([new ClipboardItem({ 'image/png': work.done })]);
          toast.success(t`The picture is on the clipboard`);
        } catch (error) {
          work.cancel();
          toast.error(t`The picture could not be copied`, {
            description: t`${errorWords(error)} Export it as PNG instead.`,
          });
        }
      },
    }),
    [navigate],
  );

  useKeys(does);
  const { id = '' } = useParams();
  const sceneColours = useMemo(
    () => ({
      id,
      used: () => paletteOf(useBench.getState().scene),
      ofPicture: () => mainColours(useBench.getState().scene),
    }),
    [id],
  );

  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      if ((e.target as Element).closest('input, textarea')) return;
      const files = filesIn(e.clipboardData);
      try {
        const layers = layersOn(e.clipboardData);
        if (layers) void pasteLayers(layers);
        else if (files.length > 0) void addFiles(files, null, false);
      } catch (error) {
        tellFailure(t`The layer could not be pasted`, error);
      }
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [addFiles]);

  const guard = {
    resetKeys: [selected],
    rescue: { label: t`Save the scene as a file`, run: () => void does.saveFile() },
  };
  return (
    <ScenePalette value={sceneColours}>
      <BenchLayout
        name={name}
        isBare={isBare}
        header={isWhole && <Header does={does} />}
        stage={
          <FaultBoundary what={t`The stage`} {...guard}>
            <ReadOnly />
            <Wells />
            <PicturePaused onSave={() => void does.saveFile()} />
            <LookSheet />
            <Stage onFiles={(files, at, keepSize) => void addFiles(files, at, keepSize)} />
          </FaultBoundary>
        }
        chain={
          isWhole && (
            <FaultBoundary
              what={t`The chain`}
              place="h-full border-l border-line bg-panel"
              {...guard}
            >
              <Chain />
            </FaultBoundary>
          )
        }
        strip={
          isWhole && (
            <FaultBoundary what={t`The depth strip`} {...guard}>
              <Strip onPicture={does.addPicture} onSvg={does.addSvg} />
            </FaultBoundary>
          )
        }
      >
        <FileInput
          ref={chooser}
          label={t`Add a picture`}
          accept={PICTURES}
          onFiles={(files) => void addFiles(files, null, false)}
        />
        <FileInput
          ref={svgChooser}
          label={t`Add an SVG as lines of light`}
          accept="image/svg+xml,.svg"
          multiple={false}
          onFiles={([file]) => void (file && addSvgLines(file))}
        />
        <Windows {...{ open, does }} onOpen={setOpen} />
      </BenchLayout>
    </ScenePalette>
  );
}
