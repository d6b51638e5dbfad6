import type { RefObject } from 'react';
import { placementMap } from '@ignis/core/definitions/placement';
import { IDENTITY, apply, boxUnder, invert, multiply } from '@ignis/core/geometry/affine';
import { setAir } from '@ignis/core/scene/edits/air-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { horizonOf } from '@ignis/core/sources/mist';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';
import { PointHandle } from '../../stage/point-handle';
import { t } from '../../../words/t';

/** How high the horizon of mist lies. */
export function HorizonHandle({
  stage,
  layer,
}: {
  stage: RefObject<HTMLElement | null>;
  layer: LayerOf<'mist'>;
}) {
  const view = useBench((s) => s.view);
  const width = useBench((s) => s.scene.width);
  const height = useBench((s) => s.scene.height);
  const around = useAround(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!back) return null;
  const own = invert(multiply(around, placementMap(layer.placement)));
  const scene = boxUnder(own ?? IDENTITY, { x0: 0, y0: 0, x1: width, y1: height });
  const at = apply(map, horizonOf(layer.source.values, scene));
  const reach = (view.zoom * width) / 2;
  return (
    <g data-testid="horizon-handle">
      <line
        {...{ x1: at.x - reach, x2: at.x + reach, y1: at.y, y2: at.y }}
        stroke="#ff7a3c"
        strokeDasharray="3 5"
        pointerEvents="none"
      />
      <PointHandle
        {...{ stage, at, back }}
        fill="#ff7a3c"
        title={t`The horizon: how high the far end of the ground lies`}
        onMove={(to) =>
          useBench.getState().drag(t`Move the horizon`, setAir(layer.id, { horizon: to }))
        }
      />
    </g>
  );
}
