import type { Affine } from '../geometry/affine';
import type { Mixing } from '../pixels/colour';
import type { PaintStroke } from './paint-brush';
import { paintDabs, type PaintDabs } from './paint-dabs';

/** The dabs of the strokes that were last asked for: one tile after another asks for those of the same stroke. */

/** So many floats of dabs are cached: 32 MB. */
const MOST = 8_000_000;

const cached = new Map<PaintStroke, { place: string; made: PaintDabs }>();
let floats = 0;
const NONE: PaintDabs = { dabs: new Float32Array(0), tints: null };

function forget(stroke: PaintStroke): void {
  const { dabs, tints } = cached.get(stroke)?.made ?? NONE;
  floats -= dabs.length + (tints?.length ?? 0);
  cached.delete(stroke);
}

/** The dabs of a stroke under a map, as `paintDabs` gives them. */
export function dabsFor(stroke: PaintStroke, map: Affine, mixing: Mixing): PaintDabs {
  const place = `${map.join()} ${mixing}`;
  const found = cached.get(stroke);
  const made = found?.place === place ? found.made : paintDabs(stroke, map, mixing);
  // A Map keeps the order of insertion: those that were asked for longest ago go first.
  forget(stroke);
  cached.set(stroke, { place, made });
  floats += made.dabs.length + (made.tints?.length ?? 0);
  for (const oldest of cached.keys()) {
    if (floats <= MOST) break;
    forget(oldest);
  }
  return made;
}
