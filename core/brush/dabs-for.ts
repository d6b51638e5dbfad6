import type { Affine } from '../geometry/affine';
import type { PaintStroke } from './paint-brush';
import { paintDabs } from './paint-dabs';

/** The dabs of strokes, cached with them: tile after tile asks for them. */

const last = new WeakMap<PaintStroke, { place: string; dabs: Float32Array }>();

/** The dabs of a stroke under a map, as `paintDabs` gives them; those of its last map are cached. */
export function dabsFor(stroke: PaintStroke, map: Affine): Float32Array {
  const place = map.join();
  const found = last.get(stroke);
  if (found?.place === place) return found.dabs;
  const dabs = paintDabs(stroke, map);
  last.set(stroke, { place, dabs });
  return dabs;
}
