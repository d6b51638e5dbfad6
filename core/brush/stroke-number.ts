import type { Stroked } from '../definitions/strokes';
import { isPacked } from './points';

/**
 * Short names of strokes for keys: equal numbers, equal strokes. Those whose points stand in a file go by their place in it, as
 * a file is named by its content; others go by the object, so that their points are not looked into.
 */

const known = new WeakMap<Stroked, number>();
const met = new Map<string, number>();
const MAX_MET = 200_000;
let next = 0;

/** The number of a stroke. It must not be changed in place. */
export function strokeNumber(stroke: Stroked): number {
  let own = known.get(stroke);
  if (own === undefined) known.set(stroke, (own = isPacked(stroke) ? inFile(stroke) : next++));
  return own;
}

/** By all that it is but its id. */
function inFile(stroke: Stroked): number {
  const content = JSON.stringify({ ...stroke, id: '' });
  let own = met.get(content);
  if (own === undefined) {
    // None is given twice: what was cached under the old ones is made again.
    if (met.size >= MAX_MET) met.clear();
    met.set(content, (own = next++));
  }
  return own;
}
