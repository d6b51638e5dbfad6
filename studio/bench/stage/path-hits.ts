import type { Point } from '@ignis/core/geometry/affine';
import { nearestOn } from '@ignis/core/geometry/edit-path';
import type { Path } from '@ignis/core/geometry/path';

/** A place on a segment of one of a line's paths, t along it (0–1). */
export interface SegmentPlace {
  path: number;
  segment: number;
  t: number;
}

/** The place on the paths nearest to a point, no farther than `within`; null if there is none. */
export function segmentNear(paths: readonly Path[], p: Point, within: number): SegmentPlace | null {
  let best: SegmentPlace | null = null;
  let least = within;
  paths.forEach((path, i) => {
    const near = nearestOn(path, p, least);
    if (!near) return;
    least = near.distance;
    best = { path: i, segment: near.segment, t: near.t };
  });
  return best;
}
