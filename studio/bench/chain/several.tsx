import { useMemo } from 'react';
import { essenceOf } from './essence';
import {
  commonBlend,
  commonSteps,
  enableCommonStep,
  setCommonStep,
  setLayers,
  type CommonStep,
} from '@ignis/core/scene/arrange/common';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { landsThrough } from '@ignis/core/scene/model/traits';
import { stepOfKind } from '@ignis/core/steps/index';
import { liveEdit, useBench } from '../../state/bench';
import { ChainFoldsContext, newChainFolds, setWhole, useFolds } from '../../state/folds';
import { ParameterControls } from '../../ui/parameter-controls';
import { BLEND, OPACITY } from './blend-parameters';
import { Node } from './node';
import { plural, t } from '../../words/t';

/** What the chosen layers have in common: a change is made on all of them. */
export function Several({ layers }: { layers: readonly Layer[] }) {
  const steps = commonSteps(layers);
  const folds = useMemo(() => newChainFolds('several'), []);
  return (
    <ChainFoldsContext.Provider value={folds}>
      <h2 className="text-[16px] font-semibold">{plural(layers.length, '# layer', '# layers')}</h2>
      <p className="mt-1 mb-3 text-sm text-dim">{layers.map((l) => l.name).join(' · ')}</p>
      <div className="flex flex-col gap-3">
        {steps.map((common, i) => (
          <Common key={i} common={common} />
        ))}
        <CommonBlend layers={layers} />
      </div>
      <p className="mt-5 text-sm text-dim">
        {steps.length === 0
          ? t`They have no step in common. What is set here is set on all of them.`
          : t`What is set here is set on all of them. Values marked ≠ differ now.`}
      </p>
    </ChainFoldsContext.Provider>
  );
}

function Common({ common }: { common: CommonStep }) {
  const { kind, of, values, differing } = common;
  const { label, parameters, first = [] } = stepOfKind(kind);
  const whole = useFolds((s) => s.whole);
  const live = liveEdit(t`Change ${label} of ${of.length} layers`);
  const set = (v: Record<string, unknown>) => setCommonStep(common, v as Step['values']);
  const isOn = of.every(({ step }) => step.enabled);
  return (
    <Node
      title={label}
      on={isOn}
      onToggle={() =>
        useBench
          .getState()
          .change(
            isOn ? t`Turn ${label} off` : t`Turn ${label} on`,
            enableCommonStep(common, !isOn),
          )
      }
      essence={() => essenceOf(parameters, values)}
    >
      <ParameterControls
        {...{ parameters, values, differing }}
        brief={{ first, isOpen: kind in whole, onOpen: (all) => setWhole(kind, all) }}
        onChange={(v) => live.change(set(v))}
        onDone={live.done}
        edits={set}
      />
    </Node>
  );
}

function CommonBlend({ layers }: { layers: readonly Layer[] }) {
  const { values, differing } = commonBlend(layers);
  const live = liveEdit(t`Change the blend of ${layers.length} layers`);
  const ids = layers.map((l) => l.id);
  const set = (v: Record<string, unknown>) => setLayers(ids, v as Partial<Layer>);
  return (
    <Node title={t`Blend`} last>
      <ParameterControls
        parameters={layers.some(landsThrough) ? OPACITY : BLEND}
        {...{ values, differing }}
        onChange={(v) => live.change(set(v))}
        onDone={live.done}
        edits={set}
      />
    </Node>
  );
}
