import * as v from 'valibot';
import type { PointsInFile, Stroked } from '../definitions/strokes';
import { STROKES_ASSET } from '../definitions/asset-name';
import { MAX_TRACKS } from './pack';
import { FARTHEST, MAX_POINTS } from './track';

/** Where the points of a stroke stand: in the scene, or in a file with those of others. */

/** The numbers of a point in a stroke: x, y, pressure, tilts and time, as `TrackPoint` has them. */
export const POINT = 6;

const place = v.pipe(v.number(), v.minValue(-FARTHEST), v.maxValue(FARTHEST));

/** Points that stand in the scene: some after others, so that a stroke that grows shares what it has; `POINT` numbers each. */
const inScene = v.pipe(
  v.array(
    v.pipe(
      v.array(place),
      v.check((p) => p.length % POINT === 0, `The points of a stroke are ${POINT} numbers each.`),
    ),
  ),
  v.check(
    (all) => all.reduce((sum, p) => sum + p.length, 0) <= POINT * MAX_POINTS,
    `A stroke has at most ${MAX_POINTS} points.`,
  ),
);

/** Points that stand with those of other strokes in a file: which, at what place in it, how many, and the box round them. */
const inFile = v.strictObject({
  pack: v.pipe(
    v.string(),
    v.regex(STROKES_ASSET, 'Strokes are in an asset named by 64 hexadecimal digits and ink.'),
  ),
  index: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(MAX_TRACKS)),
  count: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(MAX_POINTS)),
  box: v.strictTuple([place, place, place, place]),
});

export const strokePointsSchema = v.union(
  [inScene, inFile],
  'The points of a stroke are lists of numbers, or name a file.',
);

/** What has its points in a file. */
export type Packed<S extends Stroked> = S & { points: PointsInFile };

export const isPacked = <S extends Stroked>(stroke: S): stroke is Packed<S> =>
  !Array.isArray(stroke.points);

/** The files that strokes stand in, each once: many in a row stand in one. */
const packs = new WeakMap<readonly Stroked[], string[]>();
export function packsOfStrokes(strokes: readonly Stroked[]): string[] {
  const known = packs.get(strokes);
  if (known) return known;
  const found = new Set<string>();
  let last = '';
  for (const stroke of strokes)
    if (isPacked(stroke) && stroke.points.pack !== last) found.add((last = stroke.points.pack));
  const made = [...found];
  packs.set(strokes, made);
  return made;
}
