import { BookOpen, CircleHelp, FolderOpen, Moon, Plus, Sun } from 'lucide-react';
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Scene } from '@ignis/core/scene/model/schema';
import { filesIn, isSceneFile, PICTURES } from '../files/accepted';
import type { Reading } from '../files/scene-file';
import { download, fileName } from '../files/download';
import { announce, type Arriving } from '../state/arriving';
import { switchTheme, useTheme } from '../state/theme';
import { hasScene, type SceneRecord } from '../storage/database';
import { removeUnusedAssets, retainingAssets } from '../storage/assets';
import { storageFault } from '../storage/connection';
import { removeScene, renameScene, restoreScene, watchScenes } from '../storage/records';
import { Button } from '../ui/button';
import { FileInput } from '../ui/file-input';
import { Mark } from '../ui/mark';
import { SearchField } from '../ui/search-field';
import { LanguageMenu } from './language-menu';
import { GuideList } from '../guide/guide-list';
import { arriving, type Example } from './example';
import { Examples } from './examples';
import { DamagedCard, nameOf, whatIsThere } from './damaged-card';
import { BusyWith, type Busy } from './busy-with';
import { prepareBench } from './prepare-bench';
import { RoomLine } from './room';
import { SceneCard } from './scene-card';
import { tellFailure } from '../state/failure';
import { t } from '../words/t';

const NewScene = lazy(() => import('./new-scene'));

/** What looks into scenes is loaded when the first is opened, made or saved. */
const sceneFiles = () => import('../files/scene-file');
const scenesWithin = () => import('../storage/scenes');

/** A new scene of a picture or of a saved scene; its id, or null if the artist called it off. */
async function sceneOfFile(file: File, reading: Reading): Promise<string | null> {
  if (isSceneFile(file)) return (await sceneFiles()).openSceneFile(file, file.name, reading);
  const [{ bringInPicture }, { newPicture, newScene }, { createScene }] = await Promise.all([
    import('../files/bring-in'),
    import('@ignis/core/scene/model/make'),
    scenesWithin(),
  ]);
  const brought = await bringInPicture(file);
  if (!brought) return null;
  const { source, name } = brought;
  const scene = newScene(name, source.width, source.height, null);
  const middle = { x: source.width / 2, y: source.height / 2 };
  scene.layers.push(newPicture(name, source, scene, middle, true));
  return createScene(scene, new Map());
}

/** The first screen: the artist's scenes, and the examples. */
export function Shelf() {
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const sceneChooser = useRef<HTMLInputElement>(null);
  const [scenes, setScenes] = useState<SceneRecord[] | null>(null);
  const theme = useTheme((s) => s.theme);
  const [search, setSearch] = useState('');
  const [making, setMaking] = useState(false);
  const [busy, setBusy] = useState<Busy | null>(null);

  useEffect(() => {
    document.title = t`Ignis`;
    void removeUnusedAssets();
    return watchScenes(setScenes);
  }, []);

  useEffect(() => {
    if (scenes) return prepareBench();
    // Once, when the scenes are there.
  }, [scenes === null]); // eslint-disable-line react-hooks/exhaustive-deps -- not at each change of them

  /** Runs a task that may fail, after those before it, and says so in its own words. */
  const last = useRef<Promise<void>>(Promise.resolve());
  const waiting = useRef(0);
  const attempt = useCallback(
    (
      doing: string | null,
      failed: string,
      task: (reading: Reading) => Promise<void>,
    ): Promise<void> => {
      const run = async () => {
        const stop = new AbortController();
        const { signal } = stop;
        const show = (done: number) => doing && setBusy({ doing, done, stop: () => stop.abort() });
        show(0);
        try {
          await retainingAssets(() => task({ progress: show, signal }));
        } catch (error) {
          if (!signal.aborted) tellFailure(failed, error);
        } finally {
          waiting.current--;
          setBusy(null);
        }
      };
      waiting.current++;
      return (last.current = last.current.then(run));
    },
    [],
  );

  /**
   * Opens files one after another: one leads to the bench, of several each becomes a scene on the shelf. The shelf is not left
   * while others wait.
   */
  const openFiles = useCallback(
    async (files: File[]) => {
      const made: string[] = [];
      for (const file of files)
        await attempt(
          t`Opening ${file.name || t`the picture`}…`,
          t`That could not be opened`,
          async (reading) => {
            const id = await sceneOfFile(file, reading);
            if (id) made.push(id);
          },
        );
      if (files.length === 1 && made[0] && waiting.current === 0)
        void navigate(`/scene/${made[0]}`);
    },
    [attempt, navigate],
  );

  // Files that the artist opens with the installed app.
  useEffect(() => {
    window.launchQueue?.setConsumer(({ files }) => {
      void Promise.all(files.map((f) => f.getFile())).then(openFiles);
    });
  }, [openFiles]);

  // Who leaves now loses what is being opened.
  useEffect(() => {
    if (!busy) return;
    const ask = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [busy]);

  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      void openFiles(filesIn(e.clipboardData));
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [openFiles]);

  const make = (scene: Scene) =>
    attempt(null, t`The scene could not be made`, async () => {
      const { createScene } = await scenesWithin();
      void navigate(`/scene/${await createScene(scene, new Map())}`);
    });

  const open = (example: Example) =>
    attempt(null, t`The example could not be opened`, async () => goTo(await arriving(example)));

  /** Leads to the bench, which knows what it opens. */
  const goTo = (scene: Arriving) => {
    announce(scene);
    void navigate(`/scene/${scene.id}`);
  };

  const remove = (record: SceneRecord) =>
    attempt(null, t`The scene could not be deleted`, async () => {
      await removeScene(record.id);
      toast(t`“${nameOf(record)}” is deleted`, {
        action: { label: t`Undo`, onClick: () => void restoreScene(record) },
        duration: 10_000,
      });
    });

  const save = (r: SceneRecord) =>
    attempt(null, t`The scene could not be saved`, async () =>
      download(
        hasScene(r) ? await (await sceneFiles()).sceneFile(r.scene) : whatIsThere(r),
        fileName(nameOf(r), hasScene(r) ? '.ignis' : '.json'),
      ),
    );

  const damaged = scenes?.filter((r) => !hasScene(r)) ?? [];
  const shown = scenes?.filter(
    (r) => hasScene(r) && r.scene.name.toLowerCase().includes(search.trim().toLowerCase()),
  );

  return (
    <main
      className="h-full overflow-auto"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void openFiles(filesIn(e.dataTransfer));
      }}
    >
      <div className="mx-auto max-w-6xl px-8 pt-7 pb-16">
        <header className="mb-8 flex flex-wrap items-center gap-3">
          <Mark size={34} />
          <h1 className="text-xl font-semibold tracking-wide">Ignis</h1>
          <p className="ml-2 hidden text-dim lg:block">{t`Put light into a picture.`}</p>
          <div className="ml-auto flex flex-wrap justify-end gap-2">
            <LanguageMenu />
            <Button
              look="icon"
              aria-label={theme === 'dark' ? t`Light colours` : t`Dark colours`}
              data-tip={theme === 'dark' ? t`Light colours` : t`Dark colours`}
              onClick={switchTheme}
            >
              {theme === 'dark' ? <Sun size={16} /> : <Moon size={16} />}
            </Button>
            <Button look="plain" onClick={() => sceneChooser.current?.click()}>
              {t`Open a saved scene`}
            </Button>
            <Button look="plain" onClick={() => void navigate('/help')}>
              <CircleHelp size={15} /> {t`Help`}
            </Button>
            <Button look="plain" onClick={() => void navigate('/recipes')}>
              <BookOpen size={15} /> {t`Recipes`}
            </Button>
            <Button onClick={() => chooser.current?.click()}>
              <FolderOpen size={15} /> {t`Open a picture`}
            </Button>
            <Button look="ember" onClick={() => setMaking(true)}>
              <Plus size={15} /> {t`New scene`}
            </Button>
          </div>
          <FileInput
            ref={chooser}
            label={t`Open a picture`}
            accept={PICTURES}
            onFiles={(f) => void openFiles(f)}
          />
          <FileInput
            ref={sceneChooser}
            label={t`Open a saved scene`}
            accept=".ignis,.ora"
            onFiles={(f) => void openFiles(f)}
          />
        </header>

        {storageFault() && (
          <p
            role="alert"
            className="mb-6 rounded-lg border border-ember/60 bg-ember/10 px-4 py-3 text-sm"
          >
            {storageFault()}
          </p>
        )}

        <section aria-labelledby="own">
          <div className="mb-3 flex h-9 items-center justify-between">
            <h2 id="own" className="font-semibold">
              {t`Your scenes`}
            </h2>
            {!!scenes?.length && (
              <SearchField
                label={t`Search your scenes`}
                placeholder={t`Search`}
                value={search}
                onChange={setSearch}
                className="w-52"
              />
            )}
          </div>
          {shown?.length || damaged.length ? (
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-5">
              {damaged.map((r) => (
                <DamagedCard
                  key={r.id}
                  record={r}
                  onSave={() => void save(r)}
                  onDelete={() => void remove(r)}
                />
              ))}
              {shown?.map((r) => (
                <SceneCard
                  key={r.id}
                  record={r}
                  onOpen={() =>
                    goTo({
                      ...{ id: r.id, name: r.scene.name, cover: r.thumbnail, file: null },
                      ...{ width: r.scene.width, height: r.scene.height },
                    })
                  }
                  onRename={(name) =>
                    void attempt(null, t`The scene could not be renamed`, () =>
                      renameScene(r.id, name),
                    )
                  }
                  onDuplicate={() =>
                    void attempt(null, t`The scene could not be copied`, async () => {
                      const { createScene } = await scenesWithin();
                      await createScene(
                        { ...r.scene, name: t`${r.scene.name} copy` },
                        new Map(),
                        r.thumbnail,
                      );
                    })
                  }
                  onSave={() => void save(r)}
                  onDelete={() => void remove(r)}
                />
              ))}
            </ul>
          ) : (
            scenes && (
              <p className="rounded-xl border border-dashed border-line px-6 py-9 text-center text-dim">
                {scenes.length
                  ? t`No scene is called “${search}”.`
                  : t`Drop a picture anywhere on this page, paste one, or begin with an example below.`}
              </p>
            )
          )}
          <RoomLine
            records={scenes ?? []}
            onSave={(r) => void save(r)}
            onDelete={(r) => void remove(r)}
          />
        </section>

        {scenes && scenes.length < 3 && (
          <section aria-labelledby="guided" className="mt-11">
            <h2 id="guided" className="mb-1 font-semibold">
              {t`Guided pieces`}
            </h2>
            <p className="mb-4 text-sm text-dim">
              {t`Made with your own hands on the real bench, a step at a time.`}
            </p>
            <GuideList />
          </section>
        )}

        <Examples onOpen={(example) => void open(example)} />
      </div>

      {making && (
        <Suspense>
          <NewScene open onOpenChange={setMaking} onMake={(scene) => void make(scene)} />
        </Suspense>
      )}
      {busy && <BusyWith {...busy} />}
    </main>
  );
}
