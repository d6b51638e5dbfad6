import type { Affine, Box } from './affine';
import { boxUnder, unitedBox } from './affine';
import type { Fineness, Run } from './flatten-run';
import { flattenRun, merge } from './flatten-run';
import type { Anchor, Path } from './path';
import { curveBox, segmentCount } from './path';

/**
 * Paths of very many anchors, such as a traced outline has, are worked on in blocks of segments. What was
 * made of a block is cached for as long as its anchors are the same objects, so that a change of one anchor
 * costs no more than its own block.
 */

/** Paths of more anchors are worked on in blocks. */
const DENSE = 256;
const SEGMENTS = 64;
/** So many polylines of a block are cached: those of the passes of a line, at a scale or two. */
const KEPT = 12;

/** Whether a path has so many anchors that it is worked on in blocks. */
export const isDense = (path: Path): boolean => path.anchors.length > DENSE;

/** A run of a path's segments, from one to before another. */
export interface Block {
  from: number;
  to: number;
  /** The tight box of its curves, the path's own px. */
  box: Box;
  /** Its pieces under a map; `at` counts segments from the beginning of the block. */
  pieces(map: Affine, fineness: Fineness): Run;
}

interface CachedBlock {
  anchors: readonly Anchor[];
  box: Box;
  runs: Map<string, Run>;
}

/** By the first anchor of a block. */
const known = new WeakMap<Anchor, CachedBlock>();

/** The blocks of a path, in order. */
export function blocksOf(path: Path): Block[] {
  const count = segmentCount(path);
  const out: Block[] = [];
  for (let from = 0; from < count; from += SEGMENTS) {
    const to = Math.min(count, from + SEGMENTS);
    const blocksOfAnchors = cachedBlock(path, from, to);
    const { anchors, box, runs } = blocksOfAnchors;
    out.push({
      from,
      to,
      box,
      pieces(map, fineness) {
        const key = `${map.join()} ${fineness.tolerance} ${fineness.turn} ${fineness.rounded}`;
        let made = runs.get(key);
        if (!made) {
          made = flattenRun({ closed: false, anchors: [...anchors] }, 0, to - from, map, fineness);
          // Anchors may lie nearer to each other than a drawing can show.
          if (anchors.every((a) => a.width === undefined)) merge(made, fineness);
          if (runs.size >= KEPT) runs.delete(runs.keys().next().value!);
          runs.set(key, made);
        }
        return made;
      },
    });
  }
  return out;
}

/** The anchors of some segments; past the end of a closed path they are those of its beginning. */
const anchorsBetween = ({ anchors }: Path, from: number, to: number): Anchor[] =>
  Array.from({ length: to - from + 1 }, (_, i) => anchors[(from + i) % anchors.length]!);

/** What is cached of a block; nothing of what it was when an anchor of it has changed. */
function cachedBlock(path: Path, from: number, to: number): CachedBlock {
  const { anchors } = path;
  const first = anchors[from]!;
  const found = known.get(first);
  if (found?.anchors.length === to - from + 1) {
    let same = true;
    for (let i = from; same && i <= to; i++)
      same = found.anchors[i - from] === anchors[i % anchors.length];
    if (same) return found;
  }
  const own = anchorsBetween(path, from, to);
  const made = {
    anchors: own,
    box: curveBox({ closed: false, anchors: own })!,
    runs: new Map<string, Run>(),
  };
  known.set(first, made);
  return made;
}

/** The tight box of a path's curve; null for a path without anchors. */
export const pathBox = (path: Path): Box | null =>
  isDense(path)
    ? blocksOf(path).reduce<Box | null>((all, b) => unitedBox(all, b.box), null)
    : curveBox(path);

/** Whether two boxes touch. */
const touch = (a: Box, b: Box) => a.x0 <= b.x1 && b.x0 <= a.x1 && a.y0 <= b.y1 && b.y0 <= a.y1;

/**
 * The blocks of a path that come near a box (px after the map), as runs of neighbours; one run of all of
 * them if all do. On a closed path a run may go on over its beginning.
 */
export function runsNear(path: Path, map: Affine, near: Box): Block[][] {
  const runs: Block[][] = [];
  const blocks = blocksOf(path);
  for (const block of blocks) {
    if (!touch(boxUnder(map, block.box), near)) continue;
    const last = runs.at(-1);
    if (last?.at(-1)!.to === block.from) last!.push(block);
    else runs.push([block]);
  }
  const last = runs.at(-1);
  if (path.closed && runs.length > 1 && runs[0]![0]!.from === 0 && last!.at(-1) === blocks.at(-1))
    last!.push(...runs.shift()!);
  return runs;
}

/**
 * A box that holds both curves where one path differs from another of as many anchors (objects that are
 * the same are equal); null if they are too unlike to compare.
 */
export function pathDifference(before: Path, after: Path): Box | 'nowhere' | null {
  const n = after.anchors.length;
  if (before.closed !== after.closed || before.anchors.length !== n || n < 2) return null;
  const run = isDense(after) ? SEGMENTS : 1;
  const count = segmentCount(after);
  let all: Box | null = null;
  for (let from = 0; from < count; from += run) {
    const to = Math.min(count, from + run);
    let same = true;
    for (let i = from; same && i <= to; i++) same = before.anchors[i % n] === after.anchors[i % n];
    if (!same)
      all = unitedBox(unitedBox(all, boxBetween(before, from, to)), boxBetween(after, from, to));
  }
  return all ?? 'nowhere';
}

const boxBetween = (path: Path, from: number, to: number): Box =>
  isDense(path)
    ? cachedBlock(path, from, to).box
    : curveBox({ closed: false, anchors: anchorsBetween(path, from, to) })!;
