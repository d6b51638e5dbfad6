import type { Point } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { ownedBy } from './field';
import type { OverlapChoice, Weave } from './weave';

/** Where two layers lie on each other, region by region. */

/** A connected region in which two layers overlap. */
export interface Overlap {
  /** A px of it that lies well inside, px of the grid. */
  place: Point;
  behind: boolean;
}

/** Regions of fewer px are part of none. */
const LEAST = 6;

/**
 * The connected regions (by their sides) in which a coverage is at least `threshold`, from the left to the
 * right: for each px the number of its region, −1 for none; and a px well inside each.
 */
export function regionsOf(
  { region, data }: Plane,
  threshold: number,
): { labels: Int32Array; places: Point[]; sizes: number[] } {
  const { width, height } = region;
  const raw = new Int32Array(width * height).fill(-1);
  const queue = new Int32Array(width * height);
  const found: { first: number; place: number; left: number; size: number }[] = [];
  for (let start = 0; start < raw.length; start++) {
    if (raw[start] !== -1 || !(data[start]! >= threshold)) continue;
    const label = found.length;
    let [head, tail, left] = [0, 0, width];
    queue[tail++] = start;
    raw[start] = label;
    while (head < tail) {
      const i = queue[head++]!;
      const x = i % width;
      if (x < left) left = x;
      const visit = (k: number) => {
        if (raw[k] === -1 && data[k]! >= threshold) {
          raw[k] = label;
          queue[tail++] = k;
        }
      };
      if (x > 0) visit(i - 1);
      if (x < width - 1) visit(i + 1);
      if (i >= width) visit(i - width);
      if (i < raw.length - width) visit(i + width);
    }
    found.push({ first: start, place: innermost(queue, tail, width), left, size: tail });
  }
  const order = found
    .map((f, label) => ({ ...f, label }))
    .filter((f) => f.size >= LEAST)
    .sort((a, b) => a.left - b.left || a.first - b.first);
  const renumbered = new Int32Array(found.length).fill(-1);
  order.forEach((f, i) => (renumbered[f.label] = i));
  return {
    labels: raw.map((l) => (l < 0 ? -1 : renumbered[l]!)),
    places: order.map(({ place }) => ({
      x: region.x + (place % width) + 0.5,
      y: region.y + Math.floor(place / width) + 0.5,
    })),
    sizes: order.map((f) => f.size),
  };
}

/** Of the first `n` px in a list the one that is nearest to their mean. */
function innermost(list: Int32Array, n: number, width: number): number {
  let [sx, sy] = [0, 0];
  for (let k = 0; k < n; k++) {
    sx += list[k]! % width;
    sy += Math.floor(list[k]! / width);
  }
  const [mx, my] = [sx / n, sy / n];
  let [best, off] = [list[0]!, Infinity];
  for (let k = 0; k < n; k++) {
    const i = list[k]!;
    const d = ((i % width) - mx) ** 2 + (Math.floor(i / width) - my) ** 2;
    if (d < off) [best, off] = [i, d];
  }
  return best;
}

/**
 * The overlaps that a plane shows (both coverages multiplied, px of a grid of `scale` px for one that choices are
 * counted in), with what was chosen for each: as long as there are as many as when one was chosen they are the
 * same ones, from left to right; otherwise each takes the choices whose places lie in it. And for each px the
 * number of its overlap, −1 for none.
 */
export function overlapsOf(
  shared: Plane,
  { way, choices }: Pick<Weave, 'way' | 'choices'>,
  scale: number,
): { found: Overlap[]; labels: Int32Array } {
  const { region } = shared;
  const { labels, places } = regionsOf(shared, 0.25);
  const known = choices.filter((c): c is OverlapChoice => c.of === 'overlap');
  const labelAt = (c: OverlapChoice): number => {
    const [x, y] = [Math.floor(c.x * scale) - region.x, Math.floor(c.y * scale) - region.y];
    const inside = x >= 0 && y >= 0 && x < region.width && y < region.height;
    return inside ? labels[y * region.width + x]! : -1;
  };
  const same = known.length === places.length;
  const taken = new Map(known.map((c, i) => [same ? i : labelAt(c), c.behind] as const));
  const found = places.map((place, i): Overlap => ({
    place,
    behind: taken.get(i) ?? (way === 'alternate' ? i % 2 === 0 : way === 'behind'),
  }));
  return { found, labels };
}

/** How much each px of the plane belongs to the overlaps behind, 0–1: beside them the nearest counts. */
export function overlapField(
  shared: Plane,
  weave: Pick<Weave, 'way' | 'choices'>,
  scale: number,
): Plane {
  const { region } = shared;
  const { found, labels } = overlapsOf(shared, weave, scale);
  return scoped(() => {
    const side = (is: boolean) => {
      const out = plane(region);
      labels.forEach((l, i) => {
        if (l >= 0 && found[l]!.behind === is) out.data[i] = 1;
      });
      return out;
    };
    return ownedBy(side(true), side(false), region);
  });
}
