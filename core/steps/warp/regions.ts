import type { Affine, Box, Point } from '../../geometry/affine';
import { IDENTITY, apply, boxUnder, invert } from '../../geometry/affine';
import { flatten } from '../../geometry/flatten';
import type { Sheet } from '../../geometry/rubber-sheet';
import { evenLines, sheetOver, tidyLines } from '../../geometry/rubber-sheet';
import type { Path } from '../../geometry/path';
import { quadOf } from '../../geometry/quad';
import { placementMap } from '../../definitions/placement';
import type { ReshapedRegion } from '../../definitions/warps';

/** Parts of a layer that are carried elsewhere, with what lies round them. */

/** Lines of the sheet across one part, at the fewest and the most, and across all together. */
const FEWEST = 16;
const MAX = 96;
const MAX_OF_ALL = 256;

/** A part as it is worked on: its outline, the box that it and its soft border fill, and its map. */
interface Part {
  outline: Point[];
  box: Box;
  soft: number;
  map: Affine;
}

const partOf = ({ path, soft, to }: ReshapedRegion): Part => {
  const outline = outlineOf(path, Math.max(0.25, soft / 40));
  const xs = outline.map((p) => p.x);
  const ys = outline.map((p) => p.y);
  return {
    ...{ outline, soft, map: placementMap(to) },
    box: {
      x0: Math.min(...xs) - soft,
      y0: Math.min(...ys) - soft,
      x1: Math.max(...xs) + soft,
      y1: Math.max(...ys) + soft,
    },
  };
};

/** The corners of a path made straight, closed or not. */
function outlineOf(path: Path, tolerance: number): Point[] {
  const { points } = flatten({ ...path, closed: true }, IDENTITY, { tolerance, turn: Infinity });
  return Array.from({ length: points.length / 2 }, (_, i) => ({
    x: points[2 * i]!,
    y: points[2 * i + 1]!,
  }));
}

/**
 * How much of a part's move a point takes part in, 0–1: all of it within the outline (even–odd), beyond it less, and
 * nothing at `soft` px (a smooth step of the distance).
 */
export function share(outline: readonly Point[], soft: number, { x, y }: Point): number {
  let [within, nearest] = [false, Infinity];
  let a = outline.at(-1)!;
  for (const b of outline) {
    if (a.y > y !== b.y > y && x < a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y)) within = !within;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const long = dx * dx + dy * dy;
    const t = long > 0 ? Math.max(0, Math.min(1, ((x - a.x) * dx + (y - a.y) * dy) / long)) : 0;
    const [ex, ey] = [a.x + t * dx - x, a.y + t * dy - y];
    nearest = Math.min(nearest, ex * ex + ey * ey);
    a = b;
  }
  if (within) return 1;
  const t = Math.sqrt(nearest) / soft;
  return t >= 1 ? 0 : 1 - t * t * (3 - 2 * t);
}

const inBox = (b: Box, { x, y }: Point) => x > b.x0 && x < b.x1 && y > b.y0 && y < b.y1;

/** The sheets of parts that were asked for: a layer is looked at several times a frame. */
const sheets = new WeakMap<readonly ReshapedRegion[], Sheet>();

/**
 * The sheet that parts pull at, one after another, in the layer's own px: each is carried by its placement, and what
 * lies within its soft border by a share of the way. The lines of the sheet lie close where a part is; a border
 * narrower than they lie apart is as wide as they do.
 */
export function sheetOfRegions(regions: readonly ReshapedRegion[]): Sheet {
  const made = sheets.get(regions) ?? pulledBy(regions);
  sheets.set(regions, made);
  return made;
}

function pulledBy(regions: readonly ReshapedRegion[]): Sheet {
  const parts = regions.map(partOf);
  const each = Math.min(MAX, Math.floor(MAX_OF_ALL / Math.max(1, parts.length)));
  const lines = (parts: readonly Part[], low: 'x0' | 'y0', high: 'x1' | 'y1') =>
    tidyLines(
      parts.flatMap((part, i) => {
        const count = (size: number) =>
          Math.min(each, Math.max(FEWEST, Math.ceil((size * 3) / part.soft)));
        // Where a part before it carries points into this one, lines lie close too.
        const came = parts
          .slice(0, i)
          .map((p) => invert(p.map))
          .filter((m) => m !== null)
          .map((m) => boxUnder(m, part.box));
        return [part.box, ...came].flatMap((b) =>
          evenLines(b[low], b[high], count(b[high] - b[low])),
        );
      }),
    ).filter((_, i, all) => all.length <= 2 * MAX_OF_ALL || i % 2 === 0 || i === all.length - 1);
  const wide = parts.map((p) => {
    const cell = Math.max(p.box.x1 - p.box.x0, p.box.y1 - p.box.y0) / each;
    return { ...p, soft: Math.max(p.soft, 1.5 * cell) };
  });
  const [xs, ys] = [lines(wide, 'x0', 'x1'), lines(wide, 'y0', 'y1')];
  return sheetOver(
    xs.length > 0 ? xs : [0],
    ys.length > 0 ? ys : [0],
    (start) => {
      let [p, hold] = [start, 0];
      for (const { outline, soft, box, map } of wide) {
        if (!inBox(box, p)) continue;
        const w = share(outline, soft, p);
        if (w === 0) continue;
        const to = apply(map, p);
        p = { x: p.x + w * (to.x - p.x), y: p.y + w * (to.y - p.y) };
        hold = Math.max(hold, w);
      }
      return { ...p, hold };
    },
    true,
  );
}

/** No point is carried farther than this by parts, px of the layer. */
export const reachOfRegions = (regions: readonly ReshapedRegion[]): number =>
  regions.reduce((sum, region) => {
    const { box, map } = partOf(region);
    // A straight map carries nothing in a box farther than one of its corners.
    const far = quadOf(box).map((c) => {
      const to = apply(map, c);
      return Math.hypot(to.x - c.x, to.y - c.y);
    });
    return sum + Math.max(...far);
  }, 0);
