import { Trash2 } from 'lucide-react';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { setCrossings } from '@ignis/core/scene/edits/crossing-edits';
import type { Crossings } from '@ignis/core/sources/crossings';
import { crossingParameters } from '@ignis/core/sources/crossings';
import type { Layer } from '@ignis/core/scene/model/schema';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import { putWeave, setWeave } from '@ignis/core/scene/edits/weave-edits';
import type { Weave } from '@ignis/core/weave/weave';
import { weaveParameters } from '@ignis/core/weave/weave';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { ChoiceField } from '../../ui/choice-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { beginWeaving, weaveItself } from '../modes/weave/weaving';
import { Node } from './node';
import { grades, isLine } from '@ignis/core/scene/model/traits';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** What a layer goes over and under: another, and a line also itself. */
export function WeaveNode({ layer }: { layer: Layer }) {
  return (
    <>
      <OtherNode layer={layer} />
      {isLine(layer) && layer.source.crossings && (
        <CrossingsNode layer={layer} crossings={layer.source.crossings} />
      )}
    </>
  );
}

/** How a line goes over and under itself. */
function CrossingsNode({ layer, crossings }: { layer: Layer; crossings: Crossings }) {
  const live = liveEdit(t`Change the crossings`);
  return (
    <Node
      title={t`With itself`}
      aside={
        <button
          type="button"
          aria-label={t`Let it cross`}
          {...tip(t`Remove: its light adds up where it crosses`)}
          onClick={() => weaveItself(layer)}
          className="rounded p-1 hover:text-ink"
        >
          <Trash2 size={14} />
        </button>
      }
    >
      <ParameterControls
        parameters={crossingParameters}
        values={crossings}
        onChange={(v) =>
          live.change(
            // Another way is one for all crossings.
            setCrossings(layer.id, {
              ...(v as Partial<Crossings>),
              ...('way' in v && { choices: [] }),
            }),
          )
        }
        onDone={live.done}
      />
    </Node>
  );
}

function OtherNode({ layer }: { layer: Layer }) {
  const { weave } = layer;
  if (grades(layer)) return null;
  if (weave) return <OfWeave layer={layer} weave={weave} />;
  return (
    <Node
      on={false}
      title={
        <button
          type="button"
          onClick={() => beginWeaving(layer)}
          className="-ml-1 rounded px-1 font-normal text-dim hover:text-ink"
        >
          {t`+ weave it with another`}
        </button>
      }
    />
  );
}

function OfWeave({ layer, weave }: { layer: Layer; weave: Weave }) {
  const scene = useBenchThrottled((s) => s.scene);
  const { change, set } = useBench.getState();
  const live = liveEdit(t`Change the weave`);
  const subject = findLayer(scene, weave.with);
  const options = subjectsFor(scene, layer.id).map((l) => ({ value: l.id, label: l.name }));
  return (
    <Node
      title={t`Weave`}
      about="section:weave"
      on={weave.enabled}
      onToggle={() =>
        change(
          weave.enabled ? t`Turn the weave off` : t`Turn the weave on`,
          setWeave(layer.id, { enabled: !weave.enabled }),
        )
      }
      aside={
        <>
          <button
            type="button"
            className="rounded px-1 hover:text-ink"
            onClick={() => beginWeaving(layer)}
          >
            {t`stretches`}
          </button>
          <button
            type="button"
            aria-label={t`Remove the weave`}
            {...tip(t`Remove`)}
            onClick={() => {
              change(t`Remove the weave`, putWeave(layer.id, null));
              if (useBench.getState().mode === 'weave') set({ mode: 'arrange' });
            }}
            className="rounded p-1 hover:text-ink"
          >
            <Trash2 size={14} />
          </button>
        </>
      }
    >
      <div className="grid min-h-7 grid-cols-[104px_1fr] items-center gap-2">
        <span className="text-sm text-dim">{t`With`}</span>
        <div className="flex min-w-0 justify-end">
          <ChoiceField
            label={t`Woven with`}
            value={subject ? weave.with : ''}
            options={subject ? options : [{ value: '', label: t`gone` }, ...options]}
            onChange={(id) =>
              id &&
              change(
                t`Weave with ${findLayer(scene, id)!.name}`,
                setWeave(layer.id, { with: id, choices: [] }),
              )
            }
          />
        </div>
      </div>
      {!subject && (
        <p className="py-1 text-sm text-alarm">
          {t`What it was woven with is gone. It waits, all in front, until that is back.`}
        </p>
      )}
      <ParameterControls
        parameters={weaveParameters}
        values={weave}
        onChange={(v) => live.change(setWeave(layer.id, v as Partial<Weave>))}
        onDone={live.done}
      />
    </Node>
  );
}
