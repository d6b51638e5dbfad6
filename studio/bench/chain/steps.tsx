import { definitionOf } from '@ignis/core/sources/index';
import { Pipette } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { rgb } from '@ignis/core/pixels/colour';
import {
  addStep,
  findLayer,
  moveStep,
  removeStep,
  setAmount,
  setStep,
} from '@ignis/core/scene/edits/layer-edits';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { withMeaning } from '@ignis/core/scene/edits/style-edits';
import { hasOwnAmount, pixelSteps, stepOfKind, steps } from '@ignis/core/steps/index';
import { bringInPicture } from '../../files/bring-in';
import { bringInTable } from '../../files/bring-in-table';
import { PICTURES } from '../../files/accepted';
import { useBench, useBenchThrottled } from '../../state/bench';
import { brushControls, useBrush } from '../../state/brush';
import { useColours } from '../../state/colours';
import { smearControls, useSmear } from '../../state/smear';
import { Button } from '../../ui/button';
import { ParameterControls } from '../../ui/parameter-controls';
import { smearAmongStyles } from '@ignis/core/scene/edits/smear-edits';
import { strokesOfStep } from '@ignis/core/scene/edits/stroke-edits';
import { layerKeys } from '@ignis/core/scene/model/step-layers';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import { LayerChoice } from '../../ui/layer-context';
import { PictureChoice } from '../../ui/picture-context';
import { LiveList } from './live-list';
import { StepLimits } from './step-limits';
import { peekUpTo, stopLooking } from '../../state/peek';
import { useScopes } from '../../state/scopes';
import { TableChoice } from '../../ui/table-context';
import { HistogramContext } from '../../ui/histogram-context';
import { aimStep, dropStep } from '../../state/carried-step';
import { transplanted } from '@ignis/core/scene/edits/step-copies';
import { useCopiedStep } from '../../state/copied-step';
import { stepMenu } from './step-menu';
import { StepPicker } from './step-picker';
import { StepPresets } from './step-presets';
import { grades, isPicture } from '@ignis/core/scene/model/traits';
import { tellFailure } from '../../state/failure';
import { t } from '../../words/t';

const { size, hardness, steady } = brushControls;
const FINGER = { size, hardness, steady, ...smearControls };

/** The steps of a layer: what its pixels go through, and the styles made of its shape. */
export function Steps({ layer }: { layer: Layer }) {
  const copied = useCopiedStep((s) => s.step);
  const [presets, setPresets] = useState<Step | null>(null);
  const definitions = grades(layer) ? pixelSteps : steps;
  return (
    <WithPictures>
      <WithLayers layer={layer}>
        <LiveList
          items={layer.steps}
          definitions={definitions}
          addLabel={t`+ add a step`}
          folds
          around={WithHistogram}
          amount={amountOf(layer)}
          peek={(id) => (id ? peekUpTo(layer.id, id) : stopLooking())}
          onSet={(item, values) => withMeaning(useBench.getState().scene, layer, item, values)}
          menu={(item) => stepMenu(layer.id, item.id, copied, setPresets)}
          adder={
            <>
              <StepPicker
                layer={layer}
                definitions={definitions}
                onAdd={(step) => {
                  const { change, set } = useBench.getState();
                  change(t`Add ${t(stepOfKind(step.kind).label)}`, addStep(layer.id, step));
                  set({ step: step.id });
                }}
              />
              {copied && definitions.some((d) => d.kind === copied.kind) && (
                <PasteStep layer={layer} copied={copied} />
              )}
            </>
          }
          set={(id, values) => setStep(layer.id, id, values)}
          remove={(id) => removeStep(layer.id, id)}
          move={(id, to) => moveStep(layer.id, id, to)}
          cards={{
            aim: (id, to) => aimStep(layer.id, id, to),
            drop: (id) => dropStep(layer.id, id),
          }}
          after={(item) => (
            <>
              <Picked layer={layer} id={item.id} />
              <Smearing layer={layer} id={item.id} />
              <StepLimits layer={layer} id={item.id} />
            </>
          )}
        />
        {presets && (
          <StepPresets layer={layer.id} step={presets} onClose={() => setPresets(null)} />
        )}
      </WithLayers>
    </WithPictures>
  );
}

/** Puts the step that was copied at the end. */
function PasteStep({ layer, copied }: { layer: Layer; copied: Step }) {
  const { label } = stepOfKind(copied.kind);
  return (
    <button
      type="button"
      className="ml-2 rounded px-1 font-normal text-dim hover:text-ink"
      onClick={() => {
        const { scene, change, set } = useBench.getState();
        const step = transplanted(copied, scene, layer.id);
        change(t`Paste ${label}`, addStep(layer.id, step));
        set({ step: step.id });
      }}
    >
      {t`paste ${label}`}
    </button>
  );
}

/** How much of a step counts: some have an amount of their own, which is the same. */
const amountOf = (layer: Layer) => ({
  of: ({ id, kind, values }: Pick<Step, 'id' | 'kind' | 'values'>) =>
    hasOwnAmount(kind)
      ? (values.amount as number)
      : (layer.steps.find((s) => s.id === id)?.amount ?? 100),
  set: ({ id, kind }: Pick<Step, 'id' | 'kind'>, amount: number) =>
    hasOwnAmount(kind)
      ? setStep(layer.id, id, { values: { amount } })
      : setAmount(layer.id, id, amount),
});

/** Lets controls within choose among the layers that a layer may look at, where a step of it does. */
function WithLayers({ layer, children }: { layer: Layer; children: React.ReactNode }) {
  const looks = layer.steps.some((s) => layerKeys(s).length > 0);
  const scene = useBenchThrottled((s) => (looks ? s.scene : null));
  const layers = useMemo(
    () =>
      scene
        ? subjectsFor(scene, layer.id).map((l) => ({
            ...{ value: l.id, label: l.name },
            hasPaths: (definitionOf(l.source).paths?.(l.source) ?? []).length > 0,
          }))
        : [],
    [scene, layer.id],
  );
  return <LayerChoice.Provider value={layers}>{children}</LayerChoice.Provider>;
}

/** Lets controls of a step show the tones that come into it, where they look at them. */
function WithHistogram({
  item,
  children,
}: {
  item: { id: string; kind: string };
  children: React.ReactNode;
}) {
  const layer = useBench((s) => s.selected);
  const looks = Object.values(stepOfKind(item.kind).parameters).some(
    (p) => p.kind === 'curve' && p.tones !== undefined,
  );
  const of = layer ? { layer, step: item.id } : null;
  // A drag of the curve changes nothing of what comes into it.
  const scopes = useScopes(of, 'at rest', looks && of !== null);
  return (
    <HistogramContext.Provider value={scopes?.histogram ?? null}>
      {children}
    </HistogramContext.Provider>
  );
}

/** Picks a colour from the stage for a step that asks for one. */
function Picked({ layer, id }: { layer: Layer; id: string }) {
  const step = layer.steps.find((s) => s.id === id);
  const picks = step && stepOfKind(step.kind).picks;
  if (!picks) return null;
  const take = (colour: string) => {
    const { scene, change } = useBench.getState();
    const now = findLayer(scene, layer.id)?.steps.find((s) => s.id === id);
    if (!now) return;
    const values = picks.values(rgb(colour, 'light'), now.values) as Step['values'];
    change(picks.label, setStep(layer.id, id, { values }));
  };
  return (
    <Button onClick={() => useColours.setState({ picking: { kind: 'colour', take } })}>
      <Pipette size={14} /> {picks.label}
    </Button>
  );
}

/** How a smear goes with the styles of its layer, and how it is worked on. */
function Smearing({ layer, id }: { layer: Layer; id: string }) {
  const smearing = useBench((s) => s.mode === 'smear');
  if (!layer.steps.some((s) => s.id === id && strokesOfStep(s))) return null;
  const among = smearAmongStyles(layer, id);
  return (
    <>
      {among && <p className="text-sm text-dim">{among}</p>}
      {smearing ? (
        <div className="mt-2 rounded-md bg-ground/60 p-2" role="group" aria-label={t`Brush`}>
          <FingerControls />
        </div>
      ) : (
        <Button onClick={() => useBench.getState().set({ mode: 'smear', step: id })}>
          {t`Smear on it`}
        </Button>
      )}
    </>
  );
}

/** What can be set on the finger, for the strokes to come. */
function FingerControls() {
  const brush = useBrush();
  const own = useSmear();
  return (
    <ParameterControls
      parameters={FINGER}
      values={{ ...own, ...brush }}
      onChange={(v) => {
        const [[key]] = Object.entries(v) as [[string, unknown]];
        if (key in smearControls) useSmear.setState(v);
        else useBrush.setState(v);
      }}
      onDone={() => undefined}
    />
  );
}

/** Reads the file of a lookup table; the artist gets a message of what is wrong with it. */
const readTable = (file: File) =>
  bringInTable(file).catch((error: Error) => {
    tellFailure(t`That table could not be brought in`, error);
    return null;
  });

/** Lets controls within choose among the pictures of the scene, or bring in another. */
export function WithPictures({ children }: { children: React.ReactNode }) {
  const layers = useBenchThrottled((s) => s.scene.layers);
  const chooser = useRef<HTMLInputElement>(null);
  const answer = useRef<(asset: string | null) => void>(() => undefined);
  const value = useMemo(() => {
    const found = new Map<string, string>();
    for (const l of everyLayer(layers)) if (isPicture(l)) found.set(l.source.asset, l.name);
    return {
      pictures: [...found].map(([asset, name]) => ({ asset, name })),
      bringIn: () =>
        new Promise<string | null>((resolve) => {
          answer.current = resolve;
          chooser.current?.click();
        }),
    };
  }, [layers]);
  return (
    <PictureChoice value={value}>
      <TableChoice.Provider value={readTable}>{children}</TableChoice.Provider>
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label={t`Bring in a picture for a pattern`}
        accept={PICTURES}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (!file) return answer.current(null);
          bringInPicture(file).then(
            (made) => answer.current(made?.source.asset ?? null),
            (error: Error) => {
              answer.current(null);
              tellFailure(t`That could not be brought in`, error);
            },
          );
        }}
      />
    </PictureChoice>
  );
}
