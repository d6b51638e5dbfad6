import type { Affine } from '@ignis/core/geometry/affine';
import { multiply } from '@ignis/core/geometry/affine';
import type { Cubic, Path } from '@ignis/core/geometry/path';
import { mapCubic, segments } from '@ignis/core/geometry/path';
import { placementMap } from '@ignis/core/scene/placement';
import type { Placement } from '@ignis/core/scene/schema';
import type { View } from '../../state/bench';

/** From a layer's own px to CSS px of the stage; `around` is the map of the groups it stands in. */
export const toStage = (view: View, around: Affine, placement: Placement): Affine =>
  multiply(multiply([view.zoom, 0, 0, view.zoom, view.x, view.y], around), placementMap(placement));

const curve = ([, q, r, s]: Cubic) => `C${q.x} ${q.y} ${r.x} ${r.y} ${s.x} ${s.y}`;

/** One segment as SVG path data. */
export const segmentData = (map: Affine, c: Cubic): string => {
  const m = mapCubic(map, c);
  return `M${m[0].x} ${m[0].y}${curve(m)}`;
};

/** A path as SVG path data under a map. */
export function pathData(map: Affine, path: Path): string {
  const mapped = segments(path).map((c) => mapCubic(map, c));
  const first = mapped[0];
  return first ? `M${first[0].x} ${first[0].y}${mapped.map(curve).join('')}` : '';
}
