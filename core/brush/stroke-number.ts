import type { PaintStroke } from './paint-brush';
import { countOf } from './stroke-points';

/**
 * Short names of strokes for keys. Where a stroke went never changes under one id but that it grows, so that its points are not
 * looked into: the same stroke has the same number wherever its points stand.
 */

const known = new WeakMap<PaintStroke, number>();
const met = new Map<string, number>();
const MAX_MET = 200_000;
let next = 0;

/** The number of a stroke. */
export function strokeNumber(stroke: PaintStroke): number {
  const found = known.get(stroke);
  if (found !== undefined) return found;
  const { id, way, colour, brush } = stroke;
  const content = JSON.stringify([id, way, colour, brush, countOf(stroke)]);
  let own = met.get(content);
  if (own === undefined) {
    // None is given twice: what was cached under the old ones is made again.
    if (met.size >= MAX_MET) met.clear();
    met.set(content, (own = next++));
  }
  known.set(stroke, own);
  return own;
}
