import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { setReflection, setReflectionOf } from '@ignis/core/scene/edits/reflection-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { reflectionParameters } from '@ignis/core/sources/reflection';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { ChoiceField } from '../../ui/choice-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';

/** Stands for all lights in a list of layers. */
const LIGHTS = 'all lights';

/** What is mirrored, and how it lies on the floor. */
export function ReflectionNode({ layer }: { layer: LayerOf<'reflection'> }) {
  const { id, source } = layer;
  const scene = useBenchThrottled((s) => s.scene);
  const { change } = useBench.getState();
  const live = liveEdit('Change the reflection');
  const isGone = source.of !== null && !findLayer(scene, source.of);
  const options = [
    { value: LIGHTS, label: 'All lights' },
    ...subjectsFor(scene, id).map((l) => ({ value: l.id, label: l.name })),
  ];
  return (
    <Node
      title="Reflection of"
      aside={
        <ChoiceField
          label="Reflection of"
          value={isGone ? 'gone' : (source.of ?? LIGHTS)}
          options={isGone ? [{ value: 'gone', label: 'gone' }, ...options] : options}
          onChange={(next) =>
            next !== 'gone' &&
            change('Mirror another layer', setReflectionOf(id, next === LIGHTS ? null : next))
          }
        />
      }
    >
      {isGone && (
        <p className="py-1 text-sm text-alarm">
          What it mirrors is gone. It waits until that is back.
        </p>
      )}
      <ParameterControls
        parameters={reflectionParameters}
        values={source.values}
        onChange={(v) => live.change(setReflection(id, v))}
        onDone={live.done}
        edits={(v) => setReflection(id, v)}
      />
    </Node>
  );
}
