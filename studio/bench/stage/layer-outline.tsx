import { apply } from '@ignis/core/geometry/affine';
import { project } from '@ignis/core/geometry/homography';
import { quadOf } from '@ignis/core/geometry/quad';
import { ownBox } from '@ignis/core/scene/bound/bind';
import { cornersMap } from '@ignis/core/scene/arrange/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../state/bench';
import { lineData, toStage } from './path-outline';
import { isLine } from '@ignis/core/scene/model/traits';

/** Where a layer lies, while the pointer is over its card. */
export function LayerOutline({ layer }: { layer: Layer }) {
  const view = useBench((s) => s.view);
  const map = toStage(view, useAround(layer.id), layer.placement);
  const common = {
    fill: 'none',
    stroke: '#fff',
    strokeWidth: 1.5,
    strokeDasharray: '5 4',
    pointerEvents: 'none',
  } as const;
  const warp = cornersMap(layer.placement);
  if (isLine(layer) && !warp) return <path d={lineData(map, layer.source)} {...common} />;
  const box = ownBox(useBench.getState().scene, layer);
  if (!box) return null;
  const points = quadOf(box).map((p) => apply(map, (warp && project(warp, p)) ?? p));
  return <polygon points={points.map((p) => `${p.x},${p.y}`).join(' ')} {...common} />;
}
