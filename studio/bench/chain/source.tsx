import { essenceOf } from './essence';
import type { Parameters } from '@ignis/core/definitions/parameter';
import { drawnLayer } from '@ignis/core/scene/bound/bind';
import { findLayer, setFill, setLands, ungroup } from '@ignis/core/scene/edits/layer-edits';
import { setOwnPasses } from '@ignis/core/scene/edits/line-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { Paint } from '@ignis/core/paint/parameters';
import { paintParameters } from '@ignis/core/paint/parameters';
import type { EchoSource } from '@ignis/core/sources/echo';
import { groupParameters } from '@ignis/core/sources/group';
import type { LineSource } from '@ignis/core/sources/line-source';
import type { CastShadowSource } from '@ignis/core/sources/cast-shadow';
import { castShadowParameters } from '@ignis/core/sources/cast-shadow-parameters';
import type { SpillSource } from '@ignis/core/sources/spill';
import { spillParameters } from '@ignis/core/sources/spill';
import type { TextSource } from '@ignis/core/sources/text';
import { setLightOf, setLightOrShadow } from '@ignis/core/scene/edits/spill-edits';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { Button } from '../../ui/button';
import { ChoiceField } from '../../ui/choice-field';
import { ParameterControls } from '../../ui/parameter-controls';
import type { Emitter } from '@ignis/core/scene/edits/emitter-edits';
import type { Air } from '@ignis/core/scene/edits/air-edits';
import { AirNode } from './air';
import { EmitterNode } from './emitter';
import { FlareNodes } from './flare';
import { ReflectionNode } from './reflection';
import { Modifiers, ShapeNode } from './line-shape';
import { Node } from './node';
import { PaintNode } from './paint';
import { PictureNode } from './picture-node';
import { Passes } from './passes';
import { WithPictures } from './steps';
import { TextNodes } from './text';
import { isLine, type LayerOf } from '@ignis/core/scene/model/traits';
import { definitionOf } from '@ignis/core/sources/index';
import { tip } from '../../ui/tip';
import { plural, t } from '../../words/t';

/** What a layer begins with. */
export function SourceNode({ layer }: { layer: Layer }) {
  const { source } = layer;
  switch (source.kind) {
    case 'line': {
      const line = layer as Layer & { source: LineSource };
      return (
        <>
          <ShapeNode layer={line} />
          <div className="flex flex-col">
            <Modifiers layer={line} />
          </div>
          <Passes layer={line} />
        </>
      );
    }
    case 'text':
      return <TextNodes layer={layer as Layer & { source: TextSource }} />;
    case 'paint':
      return <PaintNode layer={layer as LayerOf<'paint'>} />;
    case 'picture':
      return <PictureNode layer={layer as LayerOf<'picture'>} />;
    case 'fill':
      return <Fill id={layer.id} paint={source.paint} />;
    case 'grade':
      return <Node title={t`Source`} aside={t`all that lies beneath`} />;
    case 'group':
      return <Group layer={layer} lands={source.lands} />;
    case 'echo':
      return <Echo layer={layer} source={source} />;
    case 'reflection':
      return <ReflectionNode layer={layer as LayerOf<'reflection'>} />;
    case 'flare':
      return <FlareNodes layer={layer as LayerOf<'flare'>} />;
    case 'particles':
    case 'flame':
    case 'smoke':
    case 'haze':
      return <EmitterNode layer={layer as Emitter} />;
    case 'mist':
    case 'rain':
    case 'drops':
      return <AirNode layer={layer as Air} />;
    case 'spill':
    case 'shadow':
      return <LightOrShadow id={layer.id} source={source} />;
  }
}

/** A fill has no shape but the scene's. */
const FILL: Parameters = Object.fromEntries(
  Object.entries(paintParameters).filter(([key]) => key !== 'fit'),
);

function Fill({ id, paint }: { id: string; paint: Paint }) {
  const live = liveEdit(t`Change the fill`);
  return (
    <Node
      title={t`Source`}
      essence={() => essenceOf(FILL, paint as unknown as Record<string, unknown>)}
    >
      <WithPictures>
        <ParameterControls
          parameters={FILL}
          values={paint}
          onChange={(v) => live.change(setFill(id, v as Partial<Paint>))}
          onDone={live.done}
          edits={(v) => setFill(id, v as Partial<Paint>)}
        />
      </WithPictures>
    </Node>
  );
}

/** Whose light or shadow it is, and how it falls. */
function LightOrShadow({ id, source }: { id: string; source: SpillSource | CastShadowSource }) {
  const { of, values } = source;
  const isLight = definitionOf(source).reference?.as === 'light';
  const word = isLight ? t`light` : t`shadow`;
  const edit = (v: object) => setLightOrShadow(id, v);
  const scene = useBenchThrottled((s) => s.scene);
  const { change } = useBench.getState();
  const live = liveEdit(t`Change the ${word}`);
  const original = findLayer(scene, of);
  const options = subjectsFor(scene, id).map((l) => ({ value: l.id, label: l.name }));
  const title = isLight ? t`Light of` : t`Shadow of`;
  return (
    <Node
      title={title}
      essence={() => original?.name}
      aside={
        <ChoiceField
          label={title}
          value={original ? of : ''}
          options={original ? options : [{ value: '', label: t`gone` }, ...options]}
          onChange={(next) => next && change(t`Take another ${word}`, setLightOf(id, next))}
        />
      }
    >
      {!original && (
        <p className="py-1 text-sm text-alarm">
          {isLight
            ? t`Its light is gone. It waits until that is back.`
            : t`What casts it is gone. It waits until that is back.`}
        </p>
      )}
      <ParameterControls
        parameters={isLight ? spillParameters : castShadowParameters}
        values={values}
        onChange={(v) => live.change(edit(v))}
        onDone={live.done}
        edits={edit}
      />
    </Node>
  );
}

/** What an echo follows, and whether it has passes of its own. */
function Echo({ layer, source }: { layer: Layer; source: EchoSource }) {
  const scene = useBench((s) => s.scene);
  const { change, select } = useBench.getState();
  const original = findLayer(scene, source.of);
  const drawn = drawnLayer(scene, layer.id);
  const line = drawn && isLine(drawn) ? drawn.source : null;
  return (
    <>
      <Node
        title={t`Source`}
        aside={
          original ? (
            <>
              {t`follows`}
              <button
                type="button"
                {...tip(t`Select the original`)}
                onClick={() => select(original.id)}
                className="max-w-36 truncate rounded px-1.5 text-ink underline decoration-line underline-offset-4 hover:decoration-ember"
              >
                {original.name}
              </button>
            </>
          ) : (
            t`its original is gone`
          )
        }
      >
        {line && !source.own && (
          <Button
            look="plain"
            className="-ml-2 self-start"
            onClick={() => change(t`Give it passes of its own`, setOwnPasses(layer.id, line))}
          >
            {t`give it passes of its own`}
          </Button>
        )}
        {source.own && (
          <Button
            look="plain"
            className="-ml-2 self-start"
            onClick={() => change(t`Follow the passes`, setOwnPasses(layer.id, null))}
          >
            {t`follow the passes of the original`}
          </Button>
        )}
      </Node>
      {line && source.own && <Passes layer={{ ...layer, source: line }} />}
    </>
  );
}

function Group({ layer, lands }: { layer: Layer; lands: 'through' | 'one' }) {
  const { change, select } = useBench.getState();
  const count = layer.layers?.length ?? 0;
  return (
    <Node
      title={t`Source`}
      aside={
        <>
          {plural(count, '1 layer', '# layers')}
          <button
            type="button"
            onClick={() => {
              change(t`Ungroup`, ungroup(layer.id));
              select(layer.layers?.at(-1)?.id ?? null);
            }}
            className="rounded px-1.5 text-xs hover:text-ink"
          >
            {t`ungroup`}
          </button>
        </>
      }
    >
      <ParameterControls
        parameters={groupParameters}
        values={{ lands }}
        onChange={(v) =>
          change(
            v.lands === 'one' ? t`Land as one` : t`Land through`,
            setLands(layer.id, v.lands as 'through' | 'one'),
          )
        }
        onDone={() => undefined}
      />
    </Node>
  );
}
