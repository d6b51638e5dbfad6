import type { Affine } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import type { Path } from '../geometry/path';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { coverage } from './coverage';
import { pasted } from './rows';

/** What paths go round under a map, closed or not, 0–1 over all of a region; where they lie in one another are holes. */
export function withinPaths(paths: readonly Path[], map: Affine, region: Region): Plane {
  const outlines = paths.map((p) => flatten(p, map, { tolerance: 0.05, turn: Infinity }).points);
  const out = plane(region);
  pasted(out, coverage(outlines, 'evenodd', region));
  return out;
}
