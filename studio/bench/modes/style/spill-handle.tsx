import type { RefObject } from 'react';
import { middleOf } from '@ignis/core/geometry/affine';
import { ownBox } from '@ignis/core/scene/bound/bind';
import { mapAround, placedBox } from '@ignis/core/scene/arrange/placement';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { setLightOrShadow } from '@ignis/core/scene/edits/spill-edits';
import { isSpill, type LayerOf } from '@ignis/core/scene/model/traits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { Handle } from '../../stage/handle';
import { follow, scenePoint } from '../../stage/pointer';
import { t } from '../../../words/t';

/** Whether a layer is light that falls from a height. */
export const fallsFromHeight = (layer: Layer): layer is LayerOf<'spill'> =>
  isSpill(layer) && layer.source.values.way === 'light';

/** How high a light hangs over what it falls on: as far over the middle of the light as that is. */
export function SpillHandle({
  stage,
  layer,
}: {
  stage: RefObject<HTMLElement | null>;
  layer: LayerOf<'spill'>;
}) {
  const view = useBench((s) => s.view);
  const scene = useBench((s) => s.scene);
  const light = findLayer(scene, layer.source.of);
  const box = light && ownBox(scene, light);
  if (!light || !box) return null;
  const middle = middleOf(placedBox(light.placement, box, mapAround(scene.layers, light.id)));
  const { height = 60 } = layer.source.values;
  const { drag, drop } = useBench.getState();
  const shown = (y: number) => ({
    x: middle.x * view.zoom + view.x,
    y: y * view.zoom + view.y,
  });
  const [foot, top] = [shown(middle.y), shown(middle.y - height)];
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const start = scenePoint(stage.current!, down.nativeEvent).y;
    follow(down.nativeEvent, {
      move(e) {
        const next = Math.round(height + start - scenePoint(stage.current!, e).y);
        drag(
          t`Hang the light higher or lower`,
          setLightOrShadow(layer.id, { height: Math.min(2000, Math.max(1, next)) }),
        );
      },
      up: drop,
    });
  };
  return (
    <g data-testid="spill-height">
      <line
        x1={foot.x}
        y1={foot.y}
        x2={top.x}
        y2={top.y}
        stroke="#ff7a3c"
        strokeDasharray="3 4"
        pointerEvents="none"
      />
      <circle cx={foot.x} cy={foot.y} r={3} fill="#ff7a3c" pointerEvents="none" />
      <Handle
        at={top}
        fill="#ff7a3c"
        title={t`How high the light hangs over what it falls on`}
        onPointerDown={press}
      />
    </g>
  );
}
