import { flareParts } from '@ignis/core/flares/index';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import {
  flarePartEdits,
  needsLine,
  setFlare,
  setFlareLayers,
  setFlareLight,
} from '@ignis/core/scene/edits/flare-edits';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { newFlarePart } from '@ignis/core/scene/model/make';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { isLine, type LayerOf } from '@ignis/core/scene/model/traits';
import { flareParameters } from '@ignis/core/sources/flare';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { ColourField } from '../../ui/colour-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { LayerRow } from './layer-row';
import { LiveList } from './live-list';
import { Node } from './node';
import { t } from '../../words/t';

/** A flare: where its light is, what may cover that, and its parts. */
export function FlareNodes({ layer }: { layer: LayerOf<'flare'> }) {
  const { id, source } = layer;
  const scene = useBenchThrottled((s) => s.scene);
  const { change, drag, drop } = useBench.getState();
  const live = liveEdit(t`Change the flare`);
  const lines = everyLayer(scene.layers).filter(isLine);
  const others = subjectsFor(scene, id).map((l) => ({ value: l.id, label: l.name }));
  const behind = source.behind !== null && findLayer(scene, source.behind) ? source.behind : '';
  return (
    <>
      <Node title={t`Flare`}>
        <div className="flex min-h-7 items-center justify-between text-sm text-dim">
          <span>{t`light colour`}</span>
          <ColourField
            label={t`Light colour`}
            value={source.light}
            onChange={(c) => drag(t`Change the light colour`, setFlareLight(id, c))}
            onDone={drop}
          />
        </div>
        <ParameterControls
          parameters={flareParameters}
          values={source.values}
          onChange={(v) => live.change(setFlare(id, v))}
          onDone={live.done}
          edits={(v) => setFlare(id, v)}
        />
        {needsLine(source.values) && (
          <LayerRow
            label={t`Goes with`}
            value={lines.some((l) => l.id === source.of) ? source.of! : ''}
            options={lines.map((l) => ({ value: l.id, label: l.name }))}
            none={lines.length === 0 ? t`no line in the scene` : t`choose a line`}
            onChange={(of) => of && change(t`Tie the flare to a line`, setFlareLayers(id, { of }))}
          />
        )}
        {needsLine(source.values) && source.of !== null && !findLayer(scene, source.of) && (
          <p className="py-1 text-sm text-alarm">
            {t`Its line is gone. The light stays where it was dragged to until that is back.`}
          </p>
        )}
        <LayerRow
          label={t`Lies behind`}
          value={behind}
          options={others}
          none={t`nothing`}
          onChange={(of) =>
            change(t`Lay the flare behind a layer`, setFlareLayers(id, { behind: of || null }))
          }
        />
      </Node>
      <div className="flex flex-col">
        <LiveList
          items={source.parts}
          definitions={flareParts}
          addLabel={t`+ add a part`}
          folds
          add={(kind) => {
            const part = newFlarePart(kind);
            return { id: part.id, edit: flarePartEdits.add(id, part) };
          }}
          set={(part, values) => flarePartEdits.set(id, part, values)}
          remove={(part) => flarePartEdits.remove(id, part)}
          move={(part, to) => flarePartEdits.move(id, part, to)}
        />
      </div>
    </>
  );
}
