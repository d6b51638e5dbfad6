import { BookOpen } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Parameter } from '@ignis/core/definitions/parameter';
import { putRecipe, recipeOf, toggleDial } from '@ignis/core/recipes/recipe';
import { shippedRecipes } from '@ignis/core/recipes/shipped';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Dial, Layer, Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { liveEdit, useBench } from '../../state/bench';
import { useSheet } from '../../state/sheet';
import { saveRecipe, listRecipes } from '../../storage/recipes';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { tellFailure } from '../../state/failure';
import { t } from '../../words/t';

/** Opens the recipe book over the stage, on this layer. */
export async function openRecipes(layer: Layer): Promise<void> {
  const own = (await listRecipes()).map((r) => r.recipe);
  useSheet.getState().open({
    title: t`Recipe`,
    cells: [...own, ...shippedRecipes].map((recipe) => ({
      label: t(recipe.name),
      edit: putRecipe(layer.id, recipe),
      now: false,
    })),
  });
}

/** What a layer wears: the dials of its recipe, another one, or saving its look as one. */
export function Look({ layer }: { layer: Layer }) {
  const [isSaving, setSaving] = useState(false);
  const dials = layer.dials.flatMap((dial) => {
    const step = layer.steps.find((s) => s.id === dial.of);
    const parameter = step && stepOfKind(step.kind).parameters[dial.key];
    return step && parameter ? [{ dial, step, parameter }] : [];
  });
  return (
    <Node
      title={t`Look`}
      about="section:look"
      aside={
        <>
          <button
            type="button"
            onClick={() => void openRecipes(layer)}
            className="flex items-center gap-1.5 rounded px-1.5 hover:text-ink"
          >
            <BookOpen size={14} /> {t`recipes`}
          </button>
          {layer.steps.length > 0 && (
            <button
              type="button"
              onClick={() => setSaving(true)}
              className="rounded px-1.5 hover:text-ink"
            >
              {t`save`}
            </button>
          )}
        </>
      }
    >
      {dials.map(({ dial, step, parameter }) => (
        <DialControl key={`${dial.of} ${dial.key}`} layer={layer} {...{ dial, step, parameter }} />
      ))}
      {isSaving && <SaveRecipe layer={layer} onClose={() => setSaving(false)} />}
    </Node>
  );
}

function DialControl({
  layer,
  dial,
  step,
  parameter,
}: {
  layer: Layer;
  dial: Dial;
  step: Step;
  parameter: Parameter;
}) {
  const live = liveEdit(t`Turn ${t(dial.label)}`);
  const edit = (values: Record<string, unknown>) =>
    setStep(layer.id, step.id, { values: values as Step['values'] });
  return (
    <ParameterControls
      parameters={{ [dial.key]: { ...parameter, label: t(dial.label), needs: undefined } }}
      values={step.values}
      onChange={(values) => live.change(edit(values))}
      onDone={live.done}
      edits={edit}
    />
  );
}

/** Saves a layer's look as a recipe: its name, and the values that it shall put forward. */
function SaveRecipe({ layer, onClose }: { layer: Layer; onClose(): void }) {
  const [name, setName] = useState(layer.name);
  const { change, scene } = useBench.getState();
  const isDial = (step: Step, key: string) =>
    layer.dials.some((d) => d.of === step.id && d.key === key);
  const save = async () => {
    try {
      await saveRecipe(recipeOf(scene, layer, name.trim().slice(0, 80) || t`Recipe`));
      toast.success(t`“${name.trim()}” is in your recipe book`);
      onClose();
    } catch (error) {
      tellFailure(t`The recipe could not be saved`, error);
    }
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={t`Save as recipe`}
      description={t`It can be put on any layer, of any size. Dials are the values it puts forward.`}
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <label className="flex items-center gap-3 text-sm">
          {t`Name`}
          <input
            value={name}
            maxLength={80}
            aria-label={t`Name of the recipe`}
            onChange={(e) => setName(e.target.value)}
            className="flex-1 rounded bg-ground px-2 py-1"
          />
        </label>
        <div className="max-h-[46vh] overflow-y-auto rounded border border-line p-2">
          {layer.steps.map((step) => {
            const { label, parameters } = stepOfKind(step.kind);
            return (
              <fieldset key={step.id} className="mb-2">
                <legend className="text-sm font-semibold">{label}</legend>
                <div className="flex flex-wrap gap-1 pt-1">
                  {Object.entries(parameters).map(([key, p]) => (
                    <button
                      key={key}
                      type="button"
                      aria-pressed={isDial(step, key)}
                      onClick={() => change(t`Choose a dial`, toggleDial(layer.id, step.id, key))}
                      className={`rounded-full border px-2 text-xs leading-5 ${isDial(step, key) ? 'border-ember/60 text-ember-ink' : 'border-line text-dim hover:text-ink'}`}
                    >
                      {t(p.label)}
                    </button>
                  ))}
                </div>
              </fieldset>
            );
          })}
        </div>
        <div className="flex justify-end gap-2">
          <Button type="button" look="plain" onClick={onClose}>
            {t`Cancel`}
          </Button>
          <Button type="submit">{t`Save it`}</Button>
        </div>
      </form>
    </Dialog>
  );
}
