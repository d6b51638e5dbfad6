import {
  Bookmark,
  ChevronDown,
  CircleHelp,
  Clapperboard,
  Gauge,
  History,
  Keyboard,
  Minus,
  Plus,
  Redo2,
  SquareSplitHorizontal,
  Undo2,
} from 'lucide-react';
import { Link } from 'react-router';
import { setScene } from '@ignis/core/scene/edits/layer-edits';
import { useShallow } from 'zustand/react/shallow';
import { useBench } from '../state/bench';
import { comparedWords } from '../state/comparison';
import type { Workspace } from '../state/workspace';
import { Button } from '../ui/button';
import { Mark } from '../ui/mark';
import { Menu } from '../ui/menu';
import { NameField } from '../ui/name-field';
import { AidsMenu } from './aids-menu';
import type { BenchDoes } from './actions/state';
import { zoomBy, zoomToFit, zoomToPixels } from './commands/view';
import { tip } from '../ui/tip';
import { t } from '../words/t';
import { redo, undo } from './commands/undo';
import { showFocused } from '../ui/show-focused';

/** Where the scene stands, and what the artist does about it. */
const SAVED: Record<Workspace['saved'], { text: string; todo?: string }> = {
  saved: { text: t`Saved` },
  saving: { text: t`Saving…` },
  changed: { text: t`Changed` },
  failed: {
    text: t`Not saved: trying again`,
    todo: t`The browser did not save the last changes. Save the scene as a file (Ctrl S) before you close the page.`,
  },
  page: {
    text: t`In this page only`,
    todo: t`This browser does not let Ignis save scenes. Save the scene as a file (Ctrl S) before you close the page.`,
  },
};

/** The bar over the bench. */
export function Header({ does }: { does: BenchDoes }) {
  const { name, saved, canUndo, canRedo, zoom, comparing, compareWith, words, takes } = useBench(
    useShallow((s) => ({
      name: s.scene.name,
      saved: s.saved,
      canUndo: s.history.past.length > 0,
      canRedo: s.history.future.length > 0,
      zoom: s.view.zoom,
      comparing: s.comparing,
      compareWith: s.compareWith,
      words: comparedWords(s),
      takes: s.scene.takes,
    })),
  );
  const { change, set } = useBench.getState();
  const holdCompare = (on: boolean) => set({ comparing: on });

  return (
    <header
      onFocus={showFocused}
      className="flex h-[46px] shrink-0 items-center gap-1 overflow-x-auto border-b border-line bg-panel px-3 [scrollbar-width:none] *:shrink-0"
    >
      <Link
        to="/"
        aria-label={t`Back to the shelf`}
        data-tip={t`Back to the shelf`}
        className="grid size-9 place-items-center rounded-md hover:bg-raised"
      >
        <Mark size={24} />
      </Link>
      <NameField
        label={t`Name of the scene`}
        value={name}
        onChange={(v) => change(t`Rename the scene`, setScene({ name: v }))}
        className="field-sizing-content max-w-64 py-1 font-semibold max-lg:max-w-32"
      />
      <span
        role="status"
        {...tip(SAVED[saved].todo)}
        className={`px-1 text-xs ${SAVED[saved].todo ? 'text-alarm' : 'text-dim'}`}
      >
        {SAVED[saved].text}
      </span>
      {(
        [
          [t`Earlier states`, t`Earlier states of the scene`, does.openEarlier, History],
          [t`Takes`, t`Takes of the scene`, does.openTakes, Clapperboard],
          [t`Library`, t`Things to use again ( Shift L )`, does.openLibrary, Bookmark],
        ] as const
      ).map(([label, words, open, Icon]) => (
        <Button key={label} look="icon" aria-label={label} {...tip(words)} onClick={open}>
          <Icon size={15} />
        </Button>
      ))}

      {/* Under fingers they stand on the stage. */}
      <div className="ml-auto flex items-center pointer-coarse:hidden">
        <Button look="plain" disabled={!canUndo} onClick={undo}>
          <Undo2 size={15} /> <span className="max-lg:sr-only">{t`Undo`}</span>
        </Button>
        <Button look="plain" disabled={!canRedo} onClick={redo}>
          <Redo2 size={15} /> <span className="max-lg:sr-only">{t`Redo`}</span>
        </Button>
      </div>

      <div className="ml-auto flex items-center gap-0.5">
        <Button look="icon" aria-label={t`Zoom out`} onClick={() => zoomBy(0.8)}>
          <Minus size={15} />
        </Button>
        <span className="w-12 text-center text-sm text-dim max-md:hidden" aria-label={t`Zoom`}>
          {Math.round(zoom * window.devicePixelRatio * 100)} %
        </span>
        <Button look="icon" aria-label={t`Zoom in`} onClick={() => zoomBy(1.25)}>
          <Plus size={15} />
        </Button>
        <Button
          look="plain"
          onClick={zoomToPixels}
          {...tip(t`One pixel of the scene for one of the screen`)}
        >
          1:1
        </Button>
        <Button look="plain" onClick={zoomToFit}>
          {t`Fit`}
        </Button>
        <AidsMenu />
      </div>

      <div className="ml-2 flex">
        <Button
          active={comparing}
          className="rounded-r-none"
          {...tip(t`${words}: shown while it is held, or while C is`)}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            holdCompare(true);
          }}
          onPointerUp={() => holdCompare(false)}
          onPointerCancel={() => holdCompare(false)}
          onKeyDown={(e) => (e.key === ' ' || e.key === 'Enter') && holdCompare(true)}
          onKeyUp={() => holdCompare(false)}
          onBlur={() => holdCompare(false)}
        >
          <SquareSplitHorizontal size={15} className="lg:hidden" />
          <span className="max-lg:sr-only">{t`Hold to compare`}</span>
        </Button>
        <Menu
          trigger={
            <Button
              className="rounded-l-none border-l-0 px-1.5"
              aria-label={t`What to compare with`}
            >
              <ChevronDown size={14} />
            </Button>
          }
          items={[
            {
              label: t`Without the selected layer`,
              hint: compareWith === 'layer' ? '✓' : '',
              run: () => set({ compareWith: 'layer' }),
            },
            {
              label: t`As it was when opened`,
              hint: compareWith === 'opened' ? '✓' : '',
              run: () => set({ compareWith: 'opened' }),
            },
            ...(takes ?? []).map(({ id, name: take }) => ({
              label: `“${take}”`,
              hint: compareWith === id ? '✓' : '',
              run: () => set({ compareWith: id }),
            })),
          ]}
        />
      </div>
      <div className="ml-1.5 flex">
        <Button look="ember" className="rounded-r-none" onClick={does.openExport}>
          {t`Export`}
        </Button>
        <Menu
          trigger={
            <Button
              look="ember"
              className="rounded-l-none border-l border-black/25 px-1.5"
              aria-label={t`More ways out`}
            >
              <ChevronDown size={14} />
            </Button>
          }
          items={[
            { label: t`Export as PNG…`, run: does.openExport },
            { label: t`Copy the picture`, run: does.copyPicture },
            { label: t`Save the scene as a file`, run: does.saveFile, hint: t`Ctrl S` },
          ]}
        />
      </div>
      <Button
        look="icon"
        aria-label={t`What the picture costs`}
        data-tip={t`What the picture costs`}
        onClick={does.openCosts}
      >
        <Gauge size={16} />
      </Button>
      <Button look="icon" aria-label={t`Keys`} {...tip(t`Keys ( ? )`)} onClick={does.openKeys}>
        <Keyboard size={16} />
      </Button>
      <Button
        look="icon"
        aria-label={t`Help`}
        {...tip(t`Help ( F1 )`)}
        onClick={() => does.toHelp()}
      >
        <CircleHelp size={16} />
      </Button>
    </header>
  );
}
