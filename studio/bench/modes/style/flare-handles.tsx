import type { RefObject } from 'react';
import { apply, invert } from '@ignis/core/geometry/affine';
import { drawnLayer } from '@ignis/core/scene/bound/bind';
import { moveFlareEnd } from '@ignis/core/scene/edits/flare-edits';
import { isFlare, type LayerOf } from '@ignis/core/scene/model/traits';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';
import { PointHandle } from '../../stage/point-handle';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: LayerOf<'flare'>;
}

/** The axis of a flare: its light, and where the axis ends. */
export function FlareHandles({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const scene = useBench((s) => s.scene);
  const around = useAround(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!back) return null;
  const { drag } = useBench.getState();
  // A light that goes with a line is where that is now.
  const drawn = drawnLayer(scene, layer.id);
  const { from, to } = drawn && isFlare(drawn) ? drawn.source : layer.source;
  const ends = { from: apply(map, from), to: apply(map, to) };
  return (
    <g data-testid="flare-handles">
      <line
        x1={ends.from.x}
        y1={ends.from.y}
        x2={ends.to.x}
        y2={ends.to.y}
        stroke="#ff7a3c"
        strokeDasharray="4 4"
        pointerEvents="none"
      />
      <PointHandle
        {...{ stage, back }}
        at={ends.to}
        title={t`The other end of the axis: ghosts stand along it`}
        onMove={(p) => drag(t`Move the end of the flare`, moveFlareEnd(layer.id, 'to', p))}
      />
      {layer.source.values.tied !== 'brightest' && (
        <PointHandle
          {...{ stage, back }}
          at={ends.from}
          fill="#ff7a3c"
          title={t`The light of the flare; dragged, it is tied to nothing`}
          onMove={(p) => drag(t`Move the light of the flare`, moveFlareEnd(layer.id, 'from', p))}
        />
      )}
    </g>
  );
}
