import { Search, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { AnyStep } from '@ignis/core/definitions/step';
import { boxInScene } from '@ignis/core/scene/arrange/arrange';
import { sheetBox } from '@ignis/core/scene/edits/candidates';
import { addStep } from '@ignis/core/scene/edits/layer-edits';
import { newStep } from '@ignis/core/scene/model/make';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { grades } from '@ignis/core/scene/model/traits';
import { byPurpose, isSought } from '@ignis/core/steps/purposes';
import { useBench } from '../../state/bench';
import { lookAt, stopLooking } from '../../state/peek';
import { rememberStep, useStepChoice } from '../../state/step-choice';
import type { Patch } from '../../workers/protocol';
import { PatchPicture } from '../patch-picture';
import { usePatches } from '../patches';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** Of a small picture, CSS px. */
const WIDTH = 90;
const HEIGHT = 60;
/** The pointer rests so long on a step before the stage shows it, ms. */
const REST = 120;

interface Props {
  layer: Layer;
  definitions: readonly AnyStep[];
  onAdd(step: Step): void;
}

/**
 * The steps there are, by what they are for, each as a small picture of this layer, in the place of the chain; the one that is pointed at
 * shows on the stage.
 */
export function StepPicker({ layer, definitions, onAdd }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen} modal={false}>
      <Dialog.Trigger asChild>
        <button type="button" className="-ml-1 rounded px-1 font-normal text-dim hover:text-ink">
          {t`+ add a step`}
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[46px] right-0 bottom-0 z-40 flex w-[316px] flex-col border-l border-line bg-panel shadow-2xl"
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          <div className="flex items-center justify-between pt-3 pr-3 pl-4">
            <Dialog.Title className="font-semibold">{t`Add a step`}</Dialog.Title>
            <Dialog.Close
              aria-label={t`Close the list`}
              {...tip(t`Close ( Esc )`)}
              className="rounded p-1.5 text-dim hover:bg-raised hover:text-ink"
            >
              <X size={15} />
            </Dialog.Close>
          </div>
          <Choice
            key={layer.id}
            {...{ layer, definitions }}
            onTake={(kind) => {
              stopLooking();
              setOpen(false);
              rememberStep(kind);
              onAdd(newStep(kind));
            }}
          />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** A step as its small picture shows it: by its example, where it has one. */
const exampleOf = ({ kind, example }: AnyStep): Step => {
  const step = newStep(kind);
  return { ...step, values: { ...step.values, ...(example as Step['values']) } };
};

function Choice({
  layer,
  definitions,
  onTake,
}: Omit<Props, 'onAdd'> & { onTake(kind: string): void }) {
  const [sought, setSought] = useState('');
  const [at, setAt] = useState<string | null>(null);
  const list = useRef<HTMLDivElement>(null);
  const lately = useStepChoice((s) => s.lately);
  const groups = useMemo(() => {
    const found = definitions.filter((d) => isSought(d, sought.trim()));
    const recent = lately.flatMap((kind) => found.filter((d) => d.kind === kind));
    return [
      ...(recent.length > 0 && sought === '' ? [{ label: t`Lately`, steps: recent }] : []),
      ...byPurpose(found),
    ];
  }, [definitions, sought, lately]);
  // As the scene was when the list was opened.
  const [scene] = useState(() => useBench.getState().scene);
  const box = useMemo(
    () => sheetBox(boxInScene(scene, layer.id), scene, WIDTH / HEIGHT),
    [scene, layer.id],
  );
  const asked = useMemo(
    () =>
      [...new Set(groups.flatMap((g) => g.steps))].map((d) => ({
        key: d.kind,
        edit: addStep(layer.id, exampleOf(d)),
      })),
    [groups, layer.id],
  );
  // A layer is seen by itself; a grade only by what lies beneath it.
  const width = WIDTH * Math.min(2, devicePixelRatio);
  const made = usePatches(asked, { scene, box, width, focus: layer.id, alone: !grades(layer) });
  const tiles = () => [...(list.current?.querySelectorAll<HTMLElement>('[role=option]') ?? [])];

  // The one that is pointed at, or walked to, shows on the stage.
  useEffect(() => {
    const definition = definitions.find((d) => d.kind === at);
    if (!definition) return;
    const timer = setTimeout(
      () => lookAt(t(definition.label), addStep(layer.id, exampleOf(definition))),
      REST,
    );
    return () => {
      clearTimeout(timer);
      stopLooking();
    };
  }, [at, definitions, layer.id]);

  const walk = (key: string): boolean => {
    const all = tiles();
    const from = all.findIndex((t) => t.dataset.at === 'true');
    const to = from < 0 ? (all[0] ?? null) : nextTile(all, from, key);
    if (!to) return false;
    to.scrollIntoView({ block: 'nearest' });
    setAt(to.dataset.kind!);
    return true;
  };
  return (
    <div
      className="flex min-h-0 flex-1 flex-col"
      onKeyDown={(e) => {
        // Keys of the bench must not answer to what is typed here.
        e.stopPropagation();
        if (e.key === 'Enter') {
          const kind = at ?? tiles()[0]?.dataset.kind;
          if (kind) onTake(kind);
        } else if (!e.key.startsWith('Arrow') || !walk(e.key)) return;
        e.preventDefault();
      }}
      onPointerLeave={() => setAt(null)}
    >
      <label className="mx-4 mt-2 mb-1 flex items-center gap-2 rounded-md bg-ground px-2.5 py-1.5 text-dim">
        <Search size={14} />
        <input
          autoFocus
          aria-label={t`Search steps`}
          placeholder={t`What should it do?`}
          value={sought}
          onChange={(e) => {
            setSought(e.target.value);
            setAt(null);
          }}
          className="min-w-0 flex-1 bg-transparent text-sm text-ink outline-none placeholder:text-dim"
        />
      </label>
      <div
        ref={list}
        role="listbox"
        aria-label={t`Steps`}
        className="min-h-0 flex-1 overflow-y-auto px-4 pb-2"
      >
        {groups.map((g) => (
          <div key={g.label} role="group" aria-label={t(g.label)}>
            <h4 className="sticky top-0 z-10 bg-panel py-1 text-xs text-dim">{t(g.label)}</h4>
            <div className="grid grid-cols-3 gap-1.5">
              {g.steps.map((d) => (
                <Tile
                  key={d.kind}
                  definition={d}
                  patch={made.get(d.kind)}
                  isAt={at === d.kind}
                  onPoint={() => setAt(d.kind)}
                  onTake={() => onTake(d.kind)}
                />
              ))}
            </div>
          </div>
        ))}
        {groups.length === 0 && (
          <p className="px-2 py-8 text-center text-sm text-dim">
            {t`No step does that. Try another word: glow, blur, warm, bend…`}
          </p>
        )}
      </div>
      <p className="min-h-12 border-t border-line px-4 py-1.5 text-xs text-dim">
        {definitions.find((d) => d.kind === at)?.help ??
          t`Point at a step to see it on the stage · arrows walk, Enter takes`}
      </p>
    </div>
  );
}

/** The tile that an arrow leads to: the next or the last, or the nearest in the row above or below. */
function nextTile(all: readonly HTMLElement[], from: number, key: string): HTMLElement | null {
  if (key === 'ArrowRight') return all[from + 1] ?? null;
  if (key === 'ArrowLeft') return all[from - 1] ?? null;
  const own = all[from]!.getBoundingClientRect();
  const isBelow = key === 'ArrowDown';
  const beyond = all
    .map((tile) => ({ tile, box: tile.getBoundingClientRect() }))
    .filter(({ box }) => (isBelow ? box.top >= own.bottom : box.bottom <= own.top));
  const distance = (box: DOMRect) =>
    Math.abs(box.top - own.top) * 100 + Math.abs(box.left - own.left);
  return beyond.sort((a, b) => distance(a.box) - distance(b.box))[0]?.tile ?? null;
}

function Tile({
  definition: { kind, label },
  patch,
  isAt,
  onPoint,
  onTake,
}: {
  definition: AnyStep;
  patch: Patch | undefined;
  isAt: boolean;
  onPoint(): void;
  onTake(): void;
}) {
  return (
    <button
      type="button"
      role="option"
      tabIndex={-1}
      aria-selected={isAt}
      data-kind={kind}
      data-at={isAt}
      data-made={patch !== undefined}
      onPointerMove={() => !isAt && onPoint()}
      onClick={onTake}
      className={`overflow-hidden rounded-md border text-left ${isAt ? 'border-ember' : 'border-line'}`}
    >
      <PatchPicture patch={patch} width={WIDTH} height={HEIGHT} />
      <span
        className={`flex min-h-8 items-center px-1.5 py-0.5 text-xs leading-tight wrap-anywhere ${isAt ? 'text-ember-ink' : 'text-dim'}`}
      >
        {t(label)}
      </span>
    </button>
  );
}
