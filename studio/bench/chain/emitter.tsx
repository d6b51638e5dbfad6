import { essenceOf } from './essence';
import { Brush, Cloud, Waves } from 'lucide-react';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import type { Emitter } from '@ignis/core/scene/edits/emitter-edits';
import {
  setEmitter,
  setEmitterLayer,
  setObstacle,
  setSprite,
} from '@ignis/core/scene/edits/emitter-edits';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { Parameters, Value } from '@ignis/core/definitions/parameter';
import { beginsOnLayer } from '@ignis/core/sources/beginnings';
import { definitionOf } from '@ignis/core/sources/index';
import type { SourceDefinition } from '@ignis/core/definitions/source';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { Button } from '../../ui/button';
import { ParameterControls } from '../../ui/parameter-controls';
import { paintBeginnings, riseFrom } from '../commands/layers';
import { LayerRow } from './layer-row';
import { Node } from './node';
import { midSentence, t } from '../../words/t';

/** What comes out of a layer, or out of nothing: where it begins, and all that can be set on it. */
export function EmitterNode({ layer }: { layer: Emitter }) {
  const { id, source } = layer;
  const scene = useBenchThrottled((s) => s.scene);
  const definition = definitionOf(source) as unknown as SourceDefinition<{ kind: string }>;
  const parameters = definition.settings!.values as Parameters;
  const live = liveEdit(t`Change the ${midSentence(t(definition.label))}`);
  const needsLayer = beginsOnLayer(source.values);
  const original = source.of === null ? null : findLayer(scene, source.of);
  const options = subjectsFor(scene, id).map((l) => ({ value: l.id, label: l.name }));
  const edit = (v: Record<string, unknown>) => setEmitter(id, v as Record<string, Value>);
  return (
    <Node title={t`Source`} essence={() => essenceOf(parameters, source.values)}>
      {needsLayer && (
        <LayerRow
          label={t`Layer`}
          value={original?.id ?? ''}
          options={options}
          none={t`choose a layer`}
          onChange={(of) =>
            of && useBench.getState().change(t`Begin on another layer`, setEmitterLayer(id, of))
          }
        />
      )}
      {needsLayer && !original && (
        <p className="py-1 text-sm text-alarm">
          {source.of === null
            ? t`There is no layer that it could begin on yet.`
            : t`The layer that it begins on is gone. It waits until that is back.`}
        </p>
      )}
      {source.kind === 'particles' && (
        <Button look="plain" className="-ml-2 self-start" onClick={() => paintBeginnings(layer)}>
          <Brush size={14} /> {t`paint where they begin`}
        </Button>
      )}
      {source.kind === 'flame' && (
        <div className="-ml-2 flex">
          <Button look="plain" onClick={() => riseFrom(layer, 'smoke')}>
            <Cloud size={14} /> {t`let it smoke`}
          </Button>
          <Button look="plain" onClick={() => riseFrom(layer, 'haze')}>
            <Waves size={14} /> {t`bend the air`}
          </Button>
        </div>
      )}
      {'behind' in source && (
        <LayerRow
          label={t`Goes round`}
          value={source.behind ?? ''}
          options={options}
          none={t`nothing`}
          onChange={(of) =>
            useBench.getState().change(t`Let it go round a layer`, setObstacle(id, of || null))
          }
        />
      )}
      {source.kind === 'particles' && source.values.look === 'sprite' && (
        <LayerRow
          label={t`Looks like`}
          value={source.sprite ?? ''}
          options={options}
          none={t`choose a layer`}
          onChange={(of) =>
            useBench.getState().change(t`Let them look like a layer`, setSprite(id, of || null))
          }
        />
      )}
      <ParameterControls
        parameters={parameters}
        values={source.values}
        onChange={(v) => live.change(edit(v))}
        onDone={live.done}
        edits={edit}
      />
    </Node>
  );
}
