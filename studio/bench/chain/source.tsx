import { setFill, setLands, ungroup } from '@ignis/core/scene/edits';
import type { Layer } from '@ignis/core/scene/schema';
import { groupParameters } from '@ignis/core/sources/group';
import type { LineSource } from '@ignis/core/sources/line';
import { liveEdit, useBench } from '../../state/bench';
import { ColourField } from '../../ui/colour-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { Modifiers, ShapeNode } from './line-shape';
import { Node } from './node';
import { Passes } from './passes';

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
    case 'picture':
      return <Node title="Source" aside={`${source.width} × ${source.height} px`} />;
    case 'fill':
      return <Fill id={layer.id} colour={source.colour} />;
    case 'grade':
      return <Node title="Source" aside="all that lies beneath" />;
    case 'group':
      return <Group layer={layer} lands={source.lands} />;
  }
}

function Fill({ id, colour }: { id: string; colour: string }) {
  const live = liveEdit('Change the fill');
  return (
    <Node
      title="Source"
      aside={
        <ColourField
          label="Colour of the fill"
          value={colour}
          onChange={(v) => live.change(setFill(id, v))}
          onDone={live.done}
        />
      }
    />
  );
}

function Group({ layer, lands }: { layer: Layer; lands: 'through' | 'one' }) {
  const { change, select } = useBench.getState();
  const count = layer.layers?.length ?? 0;
  return (
    <Node
      title="Source"
      aside={
        <>
          {count === 1 ? '1 layer' : `${count} layers`}
          <button
            type="button"
            onClick={() => {
              change('Ungroup', ungroup(layer.id));
              select(layer.layers?.at(-1)?.id ?? null);
            }}
            className="rounded px-1.5 text-xs hover:text-ink"
          >
            ungroup
          </button>
        </>
      }
    >
      <ParameterControls
        parameters={groupParameters}
        values={{ lands }}
        onChange={(v) =>
          change(
            v.lands === 'one' ? 'Land as one' : 'Land through',
            setLands(layer.id, v.lands as 'through' | 'one'),
          )
        }
        onDone={() => undefined}
      />
    </Node>
  );
}
