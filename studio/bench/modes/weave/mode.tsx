import { grades, isLine } from '@ignis/core/scene/model/traits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useWoven } from '../../../state/weave';
import type { OverlayProps } from '../mode';
import { layerMode } from '../mode';
import { WeaveBrush } from './weave-brush';
import { WeaveCrossings } from './weave-crossings';
import { WeaveStretches } from './weave-stretches';
import { WeaveTools } from './weave-tools';
import { beginWeaving, weaveItself } from './weaving';
import { t } from '../../../words/t';

/** Weaves a layer with another, or a line with itself. */
export const weave = layerMode({
  key: 'weave',
  label: () => t`Weave`,
  action: t`Weave the layer with another`,
  digit: () => '9',
  fits: (layer): layer is Layer => !grades(layer),
  begin: ({ layer }) => layer && beginWeaving(layer),
  hasBrush: true,
  Tools: WeaveTools,
  Overlay,
  actions: ({ layer }) => [
    {
      name: t`Weave the line with itself, or let it cross`,
      run: () => layer && weaveItself(layer),
      enabled: layer !== null && isLine(layer),
    },
  ],
});

function Overlay({ stage, layer }: OverlayProps<Layer>) {
  const brushed = useWoven((s) => s.brushed);
  if (brushed) return <WeaveBrush stage={stage} layer={layer} />;
  return (
    <>
      <WeaveStretches layer={layer} />
      {isLine(layer) && <WeaveCrossings layer={layer} />}
    </>
  );
}
