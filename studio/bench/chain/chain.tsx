import { FlipHorizontal2, FoldVertical, RotateCcw, RotateCw, UnfoldVertical } from 'lucide-react';
import { memo, useMemo, useState, type ComponentType, type ReactNode } from 'react';
import { essenceOf } from './essence';
import { mirrorScene, turnScene } from '@ignis/core/scene/edits/frame-edits';
import {
  clipBase,
  findLayer,
  setEnd,
  setLayer,
  setLamp,
  setScene,
} from '@ignis/core/scene/edits/layer-edits';
import { everyLayer } from '@ignis/core/scene/model/schema';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import {
  bodyParameters,
  endParameters,
  lightParameters,
  mixingParameters,
} from '@ignis/core/scene/model/schema';
import { definitionOf } from '@ignis/core/sources/index';
import { liveEdit, useBench, useBenchThrottled, useSelectedLayer } from '../../state/bench';
import { usePanels } from '../../state/panels';
import { ChainFoldsContext, foldAll, newChainFolds } from '../../state/folds';
import { Button } from '../../ui/button';
import { ColourField } from '../../ui/colour-field';
import { IconButton } from '../../ui/icon-button';
import { NameField } from '../../ui/name-field';
import { NumberField } from '../../ui/number-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { FrameDialog } from '../frame/frame-dialog';
import { Look } from './look';
import { MaskNode } from './mask';
import { WeaveNode } from './weave';
import { Node } from './node';
import { BLEND, OPACITY } from './blend-parameters';
import { Placement } from './placement';
import { Rail } from './rail';
import { SelectionPanel } from './selection';
import { SourceNode } from './source';
import { Several } from './several';
import { Steps } from './steps';
import { grades, landsThrough } from '@ignis/core/scene/model/traits';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';
import { HelpMark } from '../../help/help-mark';

const LIGHT = { intensity: bodyParameters.intensity };

/** What happens to the selected layer, in the order of computation. */
export function Chain() {
  const layer = useSelectedLayer();
  const others = useBench((s) => s.others);
  const several = useSeveral(layer, others);
  if (several)
    return (
      <Panel>
        <Several layers={several} />
      </Panel>
    );
  return layer ? (
    <OfLayer key={layer.id} layer={layer} />
  ) : (
    <Panel>
      <OfScene />
    </Panel>
  );
}

/** The layers that are chosen, the selected one first; null if that is one alone. */
function useSeveral(layer: Layer | undefined, others: readonly string[]): Layer[] | null {
  const layers = useBench((s) => s.scene.layers);
  return useMemo(() => {
    if (!layer || others.length === 0) return null;
    const found = everyLayer(layers).filter((l) => others.includes(l.id));
    return found.length > 0 ? [layer, ...found] : null;
  }, [layer, others, layers]);
}

/** What the chain stands on, with its rail beside it. */
function Panel({ rail, children }: { rail?: ReactNode; children: ReactNode }) {
  const selecting = useBench((s) => s.mode === 'select');
  const side = usePanels((s) => s.side);
  return (
    <div
      className={`flex h-full border-line bg-panel ${side === 'left' ? 'flex-row-reverse border-r' : 'border-l'}`}
    >
      <aside
        aria-label={t`Chain`}
        className={`flex h-full min-w-0 flex-1 flex-col overflow-y-auto py-3 pl-4 ${rail ? 'pr-2' : 'pr-4'}`}
      >
        {selecting && <SelectionPanel />}
        {children}
      </aside>
      {rail}
    </div>
  );
}

function OfLayer({ layer }: { layer: Layer }) {
  const { change } = useBench.getState();
  const definition = definitionOf(layer.source);
  const { kind } = layer.source;
  const folds = useMemo(() => newChainFolds(kind), [kind]);
  return (
    <ChainFoldsContext.Provider value={folds}>
      <Panel rail={<Rail chain={folds} />}>
        <div className="mb-3 flex items-baseline justify-between gap-2">
          <h2 className="min-w-0 flex-1">
            <NameField
              label={t`Name of the layer`}
              value={layer.name}
              onChange={(name) => change(t`Rename`, setLayer(layer.id, { name }))}
              className="-ml-1 w-full text-[16px] font-semibold"
            />
          </h2>
          <HelpMark about={`source:${layer.source.kind}`} />
          <span className="text-sm text-dim">{t(definition.label)}</span>
          <div className="-mr-1 flex self-center">
            <IconButton label={t`Fold all`} onClick={() => foldAll(folds, false)}>
              <FoldVertical size={15} />
            </IconButton>
            <IconButton label={t`Open all`} onClick={() => foldAll(folds, true)}>
              <UnfoldVertical size={15} />
            </IconButton>
          </div>
        </div>
        <div className="flex flex-col gap-3">
          {!grades(layer) && <nodes.Look layer={layer} />}
          <nodes.Source layer={layer} />
          <nodes.Placement layer={layer} />
          <div className="flex flex-col">
            <nodes.Steps layer={layer} />
          </div>
          {!grades(layer) && !landsThrough(layer) && <nodes.Body layer={layer} />}
          <nodes.Clip layer={layer} />
          <nodes.Mask layer={layer} />
          <nodes.Weave layer={layer} />
          <nodes.Blend layer={layer} />
        </div>
      </Panel>
    </ChainFoldsContext.Provider>
  );
}

/** How a layer is laid on what lies beneath it. */
function Blend({ layer }: { layer: Layer }) {
  const live = liveEdit(t`Change the blend`);
  const parameters = landsThrough(layer) ? OPACITY : BLEND;
  return (
    <Node
      title={t`Blend`}
      last
      essence={() => essenceOf(parameters, { blend: layer.blend, opacity: layer.opacity })}
    >
      <ParameterControls
        marksChanged
        parameters={parameters}
        values={{ blend: layer.blend, opacity: layer.opacity }}
        onChange={(v) => live.change(setLayer(layer.id, v as Partial<Layer>))}
        onDone={live.done}
        edits={(v) => setLayer(layer.id, v as Partial<Layer>)}
      />
    </Node>
  );
}

function Body({ layer }: { layer: Layer }) {
  const live = liveEdit(t`Change the body`);
  return (
    <Node
      title={t`Body`}
      aside={
        <span {...tip(t(bodyParameters.body.help))}>
          <NumberField
            value={layer.body}
            parameter={bodyParameters.body}
            onChange={(body) => live.change(setLayer(layer.id, { body }))}
            onDone={live.done}
          />
        </span>
      }
    >
      <ParameterControls
        marksChanged
        parameters={LIGHT}
        values={{ intensity: layer.intensity }}
        onChange={(v) => live.change(setLayer(layer.id, v as Partial<Layer>))}
        onDone={live.done}
        edits={(v) => setLayer(layer.id, v as Partial<Layer>)}
      />
    </Node>
  );
}

/** Whether the layer shows only where the one beneath has coverage. */
function ClipNode({ layer }: { layer: Layer }) {
  const { change } = useBench.getState();
  const base = useBenchThrottled((s) => clipBase(s.scene, layer.id));
  if (!base && !layer.clip) return null;
  return (
    <Node
      title={t`Clip`}
      on={layer.clip}
      onToggle={() =>
        change(
          layer.clip ? t`Release the clip` : t`Clip to ${base?.name ?? ''}`,
          setLayer(layer.id, { clip: !layer.clip }),
        )
      }
      aside={<span className="truncate">{base ? t`to ${base.name}` : t`nothing beneath`}</span>}
    />
  );
}

/**
 * A node that is rendered only when the parts of the layer change that it shows; of all else it sees what was some frames
 * of a drag ago.
 */
function memoByParts(parts: readonly (keyof Layer)[], Inner: ComponentType<{ layer: Layer }>) {
  const Still = memo(Inner);
  return function Showing({ layer }: { layer: Layer }) {
    const before = useBenchThrottled((s) => findLayer(s.scene, layer.id));
    const isSame = before && parts.every((part) => layer[part] === before[part]);
    return <Still layer={isSame ? before : layer} />;
  };
}

/** The nodes of a layer, and what of it each shows. */
const nodes = {
  Look: memoByParts(['dials', 'steps'], Look),
  Source: memoByParts(['source', 'layers'], SourceNode),
  Placement: memoByParts(['placement'], Placement),
  Steps: memoByParts(['steps'], Steps),
  Body: memoByParts(['body', 'intensity'], Body),
  Clip: memoByParts(['clip'], ClipNode),
  Mask: memoByParts(['mask'], MaskNode),
  Weave: memoByParts(['weave'], WeaveNode),
  Blend: memoByParts(['blend', 'opacity'], Blend),
};

function OfScene() {
  const scene = useBench((s) => s.scene);
  const [isFraming, setFraming] = useState(false);
  const { change, drag, drop } = useBench.getState();
  return (
    <>
      <h2 className="mb-3 flex items-baseline justify-between text-[16px] font-semibold">
        {t`Scene`}
        <span className="text-sm font-normal text-dim">
          {scene.width} × {scene.height} px
        </span>
      </h2>
      <div className="mb-2 flex items-center gap-1 text-sm">
        <span className="mr-auto text-dim">{t`Frame`}</span>
        <Button onClick={() => setFraming(true)}>{t`Change…`}</Button>
        <IconButton
          label={t`Turn the scene left`}
          onClick={() => change(t`Turn the scene left`, turnScene('left'))}
        >
          <RotateCcw size={15} />
        </IconButton>
        <IconButton
          label={t`Turn the scene right`}
          onClick={() => change(t`Turn the scene right`, turnScene('right'))}
        >
          <RotateCw size={15} />
        </IconButton>
        <IconButton
          label={t`Mirror the scene`}
          onClick={() => change(t`Mirror the scene`, mirrorScene)}
        >
          <FlipHorizontal2 size={15} />
        </IconButton>
      </div>
      {isFraming && <FrameDialog onClose={() => setFraming(false)} />}
      <div className="flex items-center gap-2 text-sm">
        <span className="mr-auto text-dim">{t`Background`}</span>
        {scene.background ? (
          <>
            <ColourField
              label={t`Background`}
              value={scene.background}
              onChange={(background) => drag(t`Change the background`, setScene({ background }))}
              onDone={drop}
            />
            <button
              type="button"
              className="text-dim hover:text-ink"
              onClick={() => change(t`Remove the background`, setScene({ background: null }))}
            >
              {t`none`}
            </button>
          </>
        ) : (
          <button
            type="button"
            className="hover:text-ember-ink"
            onClick={() => change(t`Add a background`, setScene({ background: '#0b0d12' }))}
          >
            {t`+ add a background`}
          </button>
        )}
      </div>
      <div className="mt-4 flex flex-col gap-1">
        <ParameterControls
          parameters={mixingParameters}
          values={{ mixing: scene.mixing }}
          onChange={(v) => change(t`Change how light mixes`, setScene(v as Partial<Scene>))}
          onDone={() => undefined}
        />
      </div>
      <h3 className="mt-5 mb-1 flex items-baseline justify-between text-sm font-semibold">
        {t`Scene light`}
        <button
          type="button"
          className="rounded px-1.5 font-normal text-dim hover:text-ink"
          onClick={() => useBench.getState().set({ mode: 'lamp' })}
        >
          {t`move it on the stage`}
        </button>
      </h3>
      <ParameterControls
        marksChanged
        parameters={lightParameters}
        values={scene.light}
        onChange={(v) => drag(t`Change the scene light`, setLamp(v))}
        onDone={drop}
      />
      <h3 className="mt-5 mb-1 text-sm font-semibold">{t`At the end`}</h3>
      <ParameterControls
        marksChanged
        parameters={endParameters}
        values={scene.end}
        onChange={(v) => drag(t`Change the end`, setEnd(v))}
        onDone={drop}
      />
      <p className="mt-6 text-sm text-dim">
        {t`Select a card below, or click the picture, to see what happens to a layer.`}
      </p>
    </>
  );
}
