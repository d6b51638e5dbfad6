import { blendParameter } from '@ignis/core/blend/parameter';
import { percent } from '@ignis/core/definitions/parameter';
import { setLayer, setScene } from '@ignis/core/scene/edits';
import type { Layer } from '@ignis/core/scene/schema';
import type { LineSource } from '@ignis/core/sources/line';
import { definitionOf } from '@ignis/core/sources/index';
import { liveEdit, useBench, useSelectedLayer } from '../../state/bench';
import { ColourField } from '../../ui/colour-field';
import { NameField } from '../../ui/name-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { Passes } from './passes';
import { Placement } from './placement';
import { Steps } from './steps';

const BLEND = { blend: blendParameter('Blend', 'normal'), opacity: percent('Opacity', 100) };

/** What happens to the selected layer, in the order of computation. */
export function Chain() {
  const layer = useSelectedLayer();
  return (
    <aside
      aria-label="Chain"
      className="flex h-full w-[316px] shrink-0 flex-col overflow-y-auto border-l border-line bg-panel px-4 py-3"
    >
      {layer ? <OfLayer key={layer.id} layer={layer} /> : <OfScene />}
    </aside>
  );
}

function OfLayer({ layer }: { layer: Layer }) {
  const { change } = useBench.getState();
  const definition = definitionOf(layer.source);
  const live = liveEdit('Change the blend');
  return (
    <>
      <div className="mb-3 flex items-baseline justify-between gap-2">
        <h2 className="min-w-0 flex-1">
          <NameField
            label="Name of the layer"
            value={layer.name}
            onChange={(name) => change('Rename', setLayer(layer.id, { name }))}
            className="-ml-1 w-full text-[16px] font-semibold"
          />
        </h2>
        <span className="text-sm text-dim">{definition.label}</span>
      </div>
      <div className="flex flex-col gap-3">
        {layer.source.kind === 'line' ? (
          <Passes layer={layer as Layer & { source: LineSource }} />
        ) : (
          <Node title="Source" aside={`${layer.source.width} × ${layer.source.height} px`} />
        )}
        <Placement layer={layer} />
        <div className="flex flex-col">
          <Steps layer={layer} />
        </div>
        <Node title="Blend" last>
          <ParameterControls
            parameters={BLEND}
            values={layer}
            onChange={(v) => live.change(setLayer(layer.id, v as Partial<Layer>))}
            onDone={live.done}
          />
        </Node>
      </div>
    </>
  );
}

function OfScene() {
  const scene = useBench((s) => s.scene);
  const { change, drag, drop } = useBench.getState();
  return (
    <>
      <h2 className="mb-3 flex items-baseline justify-between text-[16px] font-semibold">
        Scene
        <span className="text-sm font-normal text-dim">
          {scene.width} × {scene.height} px
        </span>
      </h2>
      <div className="flex items-center gap-2 text-sm">
        <span className="mr-auto text-dim">Background</span>
        {scene.background ? (
          <>
            <ColourField
              label="Background"
              value={scene.background}
              onChange={(background) => drag('Change the background', setScene({ background }))}
              onDone={drop}
            />
            <button
              type="button"
              className="text-dim hover:text-ink"
              onClick={() => change('Remove the background', setScene({ background: null }))}
            >
              none
            </button>
          </>
        ) : (
          <button
            type="button"
            className="hover:text-ember-ink"
            onClick={() => change('Add a background', setScene({ background: '#0b0d12' }))}
          >
            + add a background
          </button>
        )}
      </div>
      <p className="mt-6 text-sm text-dim">
        Select a card below, or click the picture, to see what happens to a layer.
      </p>
    </>
  );
}
