import { essenceOf } from './essence';
import type { Parameters, Value } from '@ignis/core/definitions/parameter';
import type { SourceDefinition } from '@ignis/core/definitions/source';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import type { Air } from '@ignis/core/scene/edits/air-edits';
import { isRain, setAir, setSplashedOn } from '@ignis/core/scene/edits/air-edits';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { definitionOf } from '@ignis/core/sources/index';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { ParameterControls } from '../../ui/parameter-controls';
import { LayerRow } from './layer-row';
import { Node } from './node';
import { midSentence, t } from '../../words/t';

/** Mist, rain and drops: all that can be set on them. */
export function AirNode({ layer }: { layer: Air }) {
  const definition = definitionOf(layer.source) as unknown as SourceDefinition<{ kind: string }>;
  const parameters = definition.settings!.values as Parameters;
  const live = liveEdit(t`Change the ${midSentence(t(definition.label))}`);
  const edit = (v: Record<string, unknown>) => setAir(layer.id, v as Record<string, Value>);
  return (
    <Node title={t`Source`} essence={() => essenceOf(parameters, layer.source.values)}>
      {isRain(layer) && <Splashes layer={layer} />}
      <ParameterControls
        parameters={parameters}
        values={layer.source.values}
        onChange={(v) => live.change(edit(v))}
        onDone={live.done}
        edits={edit}
      />
    </Node>
  );
}

/** On which layer rain splashes. */
function Splashes({ layer: { id, source } }: { layer: LayerOf<'rain'> }) {
  const scene = useBenchThrottled((s) => s.scene);
  const isGone = source.of !== null && !findLayer(scene, source.of);
  return (
    <>
      <LayerRow
        label={t`Splashes on`}
        value={isGone ? '' : (source.of ?? '')}
        options={subjectsFor(scene, id).map((l) => ({ value: l.id, label: l.name }))}
        none={t`nothing`}
        onChange={(of) =>
          useBench.getState().change(t`Let it splash on a layer`, setSplashedOn(id, of || null))
        }
      />
      {isGone && (
        <p className="py-1 text-sm text-alarm">
          {t`The layer that it splashes on is gone. It waits until that is back.`}
        </p>
      )}
    </>
  );
}
