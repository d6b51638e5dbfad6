import type { Point } from '@ignis/core/geometry/affine';
import { translation } from '@ignis/core/geometry/affine';
import { dissolveAnchors, mapAnchors } from '@ignis/core/geometry/anchors';
import { setPaths } from '@ignis/core/scene/edits/line-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { isPathLine } from '@ignis/core/scene/model/traits';
import { pathsOf } from '@ignis/core/sources/line-shape';
import { useBench } from '../../../state/bench';
import { layerMode } from '../mode';
import { AnchorDots, areMany } from './anchor-dots';
import { AnchorTools } from './anchor-tools';
import { Anchors } from './anchors';
import { t } from '../../../words/t';

/** Edits the anchors of a line, one by one or many at once. */
export const anchors = layerMode({
  key: 'anchors',
  label: () => t`Anchors`,
  action: t`Edit anchors`,
  digit: () => '2',
  fits: isPathLine,
  liesFlat: true,
  Tools: AnchorTools,
  Overlay: ({ stage, layer, pick }) => (
    <Anchors
      stage={stage}
      layer={layer}
      paths={pathsOf(layer.source.shape)}
      onMiss={(p) => pick(p)}
    />
  ),
  Beneath: ({ layer, width, height }) => {
    const paths = pathsOf(layer.source.shape);
    return areMany(paths) ? <AnchorDots {...{ layer, paths, width, height }} /> : null;
  },
  remove: (layer) => {
    const { anchors, change, set } = useBench.getState();
    if (anchors.length === 0) return false;
    change(
      t`Remove anchors`,
      setPaths(layer.id, dissolveAnchors(pathsOf(layer.source.shape), anchors)),
    );
    set({ anchors: [] });
    return true;
  },
  nudge: (layer, by) => nudgeAnchors(layer, by),
  chooseAll: (layer) => {
    const all = pathsOf(layer.source.shape).flatMap((p, path) =>
      p.anchors.map((_, index) => ({ path, index })),
    );
    useBench.getState().set({ anchors: all });
    return true;
  },
});

function nudgeAnchors(layer: LayerOf<'line'>, { x, y }: Point): boolean {
  const { anchors, change } = useBench.getState();
  if (anchors.length === 0) return false;
  const moved = mapAnchors(pathsOf(layer.source.shape), anchors, translation(x, y));
  change(t`Nudge anchors`, setPaths(layer.id, moved));
  return true;
}
