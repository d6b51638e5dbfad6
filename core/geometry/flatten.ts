import type { Affine, Box } from './affine';
import type { Block } from './blocks';
import { blocksOf, isDense, runsNear } from './blocks';
import type { Fineness, Polyline, Run } from './flatten-run';
import { flattenRun, isSame } from './flatten-run';
import type { Path } from './path';
import { segmentCount } from './path';

/**
 * A path under a map as a polyline, points that coincide dropped: within the tolerance of the curve, also
 * where very many anchors stand nearer to each other than that.
 */
export function flatten(path: Path, map: Affine, fineness: Fineness): Polyline {
  const run = isDense(path)
    ? joined(blocksOf(path), map, fineness)
    : flattenRun(path, 0, segmentCount(path), map, fineness);
  return finished(run, path.closed);
}

/**
 * As `flatten`, but only what of the path comes near a box (px after the map), as polylines of their own;
 * a path of few anchors comes whole.
 */
export function flattenNear(path: Path, map: Affine, fineness: Fineness, near: Box): Polyline[] {
  if (!isDense(path)) return [flatten(path, map, fineness)];
  const runs = runsNear(path, map, near);
  const all = runs.length === 1 && runs[0]!.length === blocksOf(path).length;
  return runs.map((run) => finished(joined(run, map, fineness), all && path.closed));
}

/** The pieces of blocks that follow one another; past the end of a closed path `at` goes on growing. */
function joined(blocks: readonly Block[], map: Affine, fineness: Fineness): Run {
  const points: number[] = [];
  const at: number[] = [];
  let start = blocks[0]?.from ?? 0;
  for (const block of blocks) {
    const own = block.pieces(map, fineness);
    const n = points.length;
    const skip =
      n > 0 && isSame(points[n - 2]!, points[n - 1]!, own.points[0]!, own.points[1]!) ? 1 : 0;
    for (let i = 2 * skip; i < own.points.length; i++) points.push(own.points[i]!);
    for (let i = skip; i < own.at.length; i++) at.push(start + own.at[i]!);
    start += block.to - block.from;
  }
  return { points, at };
}

function finished({ points, at }: Run, closed: boolean): Polyline {
  const n = points.length;
  const left =
    closed && n > 2 && isSame(points[0]!, points[1]!, points[n - 2]!, points[n - 1]!) ? n - 2 : n;
  return {
    closed: closed && left > 4,
    points: Float64Array.from(left === n ? points : points.slice(0, left)),
    at: Float64Array.from(left === n ? at : at.slice(0, left / 2)),
  };
}
