import { Paintbrush } from 'lucide-react';
import { blendParameter } from '@ignis/core/blend/parameter';
import { percent } from '@ignis/core/definitions/number-parameters';
import { maskParameters } from '@ignis/core/masks/mask';
import { limitStep, setAmount, setStepBlend } from '@ignis/core/scene/edits/layer-edits';
import { putMask, setMask } from '@ignis/core/scene/edits/mask-edits';
import { keptForSelection } from '@ignis/core/scene/edits/selection-edits';
import { newMask } from '@ignis/core/scene/model/make';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { hasOwnAmount, stepOfKind } from '@ignis/core/steps/index';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { ChoiceField } from '../../ui/choice-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { beginWhere } from '../modes/mask/masking';
import { AddPart } from './add-part';
import { BrushValues } from './mask';
import { Part } from './mask-part';
import { t } from '../../words/t';

const AMOUNT = { amount: { ...percent(t`Amount`, 100), help: t`How much of the step counts.` } };
const BLEND = {
  blend: {
    ...blendParameter(t`Laid over`, 'normal'),
    help: t`How what the step makes is laid over what went into it: in its place, or blended with it.`,
  },
};

/** How much of a step counts, how it is laid over what was there, and where. */
export function StepLimits({ layer, id }: { layer: Layer; id: string }) {
  const step = layer.steps.find((s) => s.id === id);
  if (!step) return null;
  const live = liveEdit(t`Change the amount of ${t(stepOfKind(step.kind).label)}`);
  return (
    <div className="mt-1 flex flex-col gap-1">
      {/* Some have an amount of their own, which is the same. */}
      {!hasOwnAmount(step.kind) && (
        <ParameterControls
          parameters={AMOUNT}
          values={{ amount: step.amount ?? 100 }}
          onChange={({ amount }) => live.change(setAmount(layer.id, id, amount as number))}
          onDone={live.done}
        />
      )}
      {stepOfKind(step.kind).works === 'pixels' && (
        <ParameterControls
          parameters={BLEND}
          values={{ blend: step.blend ?? 'normal' }}
          onChange={({ blend }) => live.change(setStepBlend(layer.id, id, blend as string))}
          onDone={live.done}
        />
      )}
      <Works layer={layer} step={step} />
      {step.where && <Where layer={layer} step={step} />}
    </div>
  );
}

const EVERYWHERE = 'everywhere';
const PAINTED = 'painted';
const SELECTED = 'selected';

/** Where a step works: everywhere, where that is painted, or within a kept selection. */
function Works({ layer, step }: { layer: Layer; step: Step }) {
  const kept = useBenchThrottled((s) => s.scene.kept);
  const selected = useBenchThrottled((s) => s.scene.selection !== null);
  const owner = { layer: layer.id, step: step.id };
  const { label } = stepOfKind(step.kind);
  const choose = (value: string) => {
    const { scene, change } = useBench.getState();
    const made = value === SELECTED ? keptForSelection(scene) : null;
    const isKept = value !== EVERYWHERE && value !== PAINTED;
    change(t`Limit ${label}`, (s) => {
      made?.keep(s);
      limitStep(layer.id, step.id, isKept ? (made?.id ?? value) : undefined)(s);
      if (value !== PAINTED) putMask(owner, null)(s);
      else if (!step.where) putMask(owner, newMask())(s);
    });
    if (value !== PAINTED) return;
    beginWhere(step.id, 'brush');
  };
  const gone = step.within !== undefined && !kept.some((k) => k.id === step.within);
  return (
    <div className="grid min-h-7 grid-cols-[104px_1fr] items-center gap-2 text-sm text-dim">
      {t`Works`}
      <span className="flex justify-end">
        <ChoiceField
          label={t`Where ${label} works`}
          value={step.where ? PAINTED : (step.within ?? EVERYWHERE)}
          options={[
            { value: EVERYWHERE, label: t`everywhere` },
            { value: PAINTED, label: t`where I paint it` },
            ...kept.map((k) => ({ value: k.id, label: t`within ${k.name}` })),
            ...(selected ? [{ value: SELECTED, label: t`within what is selected` }] : []),
            ...(gone ? [{ value: step.within!, label: t`within a selection that is gone` }] : []),
          ]}
          onChange={choose}
        />
      </span>
    </div>
  );
}

/** The mask that a step works through: as a mask of a layer. */
function Where({ layer, step }: { layer: Layer; step: Step }) {
  const owner = { layer: layer.id, step: step.id };
  const isPainting = useBench((s) => s.mode === 'where' && s.step === step.id);
  const live = liveEdit(t`Change where a step works`);
  const where = step.where!;
  return (
    <div className="rounded-md border border-line p-2">
      <div className="flex items-center justify-between text-sm text-dim">
        {where.parts.length === 0 ? t`Nowhere yet: paint on the stage` : t`Works where this shows`}
        {!isPainting && (
          <button
            type="button"
            className="flex items-center gap-1 rounded px-1 hover:text-ink"
            onClick={() => beginWhere(step.id, 'brush')}
          >
            <Paintbrush size={13} /> {t`paint`}
          </button>
        )}
      </div>
      {isPainting && <BrushValues />}
      {where.parts.map((part) => (
        <Part key={part.id} owner={owner} part={part} />
      ))}
      <AddPart layer={layer} step={step} label={t`+ add a part`} />
      {where.parts.length > 0 && (
        <ParameterControls
          parameters={WHERE}
          values={where}
          onChange={(v) => live.change(setMask(owner, v))}
          onDone={live.done}
        />
      )}
    </div>
  );
}

const { invert, feather, moves } = maskParameters;
const WHERE = { invert, feather, moves };
