import type { Affine } from '../geometry/affine';
import type { PaintStroke } from './paint-brush';
import { paintDabs } from './paint-dabs';

/** The dabs of the strokes that were last asked for: one tile after another asks for those of the same stroke. */

/** So many floats of dabs are cached: 32 MB. */
const MOST = 8_000_000;

const cached = new Map<PaintStroke, { place: string; dabs: Float32Array }>();
let floats = 0;

function forget(stroke: PaintStroke): void {
  floats -= cached.get(stroke)?.dabs.length ?? 0;
  cached.delete(stroke);
}

/** The dabs of a stroke under a map, as `paintDabs` gives them. */
export function dabsFor(stroke: PaintStroke, map: Affine): Float32Array {
  const place = map.join();
  const found = cached.get(stroke);
  const dabs = found?.place === place ? found.dabs : paintDabs(stroke, map);
  // A Map keeps the order of insertion: those that were asked for longest ago go first.
  forget(stroke);
  cached.set(stroke, { place, dabs });
  floats += dabs.length;
  for (const oldest of cached.keys()) {
    if (floats <= MOST) break;
    forget(oldest);
  }
  return dabs;
}
