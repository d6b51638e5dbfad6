import type { Parameters } from '@ignis/core/definitions/parameter';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { setReflection, setReflectionOf } from '@ignis/core/scene/edits/reflection-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { reflectionParameters } from '@ignis/core/sources/reflection-parameters';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { ChoiceField } from '../../ui/choice-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { t } from '../../words/t';

/** Stands for all lights in a list of layers. */
const LIGHTS = t`all lights`;

/** What is set here; the line is dragged on the stage. */
const OFF_STAGE: Parameters = Object.fromEntries(
  Object.entries(reflectionParameters).filter(([key]) => key !== 'left' && key !== 'right'),
);

/** What is mirrored, and how it lies on the floor. */
export function ReflectionNode({ layer }: { layer: LayerOf<'reflection'> }) {
  const { id, source } = layer;
  const scene = useBenchThrottled((s) => s.scene);
  const { change } = useBench.getState();
  const live = liveEdit(t`Change the reflection`);
  const isGone = source.of !== null && !findLayer(scene, source.of);
  const options = [
    { value: LIGHTS, label: t`All lights` },
    ...subjectsFor(scene, id).map((l) => ({ value: l.id, label: l.name })),
  ];
  return (
    <Node
      title={t`Reflection of`}
      aside={
        <ChoiceField
          label={t`Reflection of`}
          value={isGone ? 'gone' : (source.of ?? LIGHTS)}
          options={isGone ? [{ value: 'gone', label: t`gone` }, ...options] : options}
          onChange={(next) =>
            next !== 'gone' &&
            change(t`Mirror another layer`, setReflectionOf(id, next === LIGHTS ? null : next))
          }
        />
      }
    >
      {isGone && (
        <p className="py-1 text-sm text-alarm">
          {t`What it mirrors is gone. It waits until that is back.`}
        </p>
      )}
      <div className="flex min-h-7 items-center justify-between text-sm text-dim">
        <span>{t`Line on the floor`}</span>
        {source.values.left === null && source.values.right === null ? (
          <span className="px-1.5">{t`drag it on the stage`}</span>
        ) : (
          <button
            type="button"
            className="rounded px-1.5 hover:text-ink"
            onClick={() =>
              change(t`Let the line go`, setReflection(id, { left: null, right: null }))
            }
          >
            {t`was dragged · let go`}
          </button>
        )}
      </div>
      <ParameterControls
        parameters={OFF_STAGE}
        values={source.values}
        onChange={(v) => live.change(setReflection(id, v))}
        onDone={live.done}
        edits={(v) => setReflection(id, v)}
      />
    </Node>
  );
}
