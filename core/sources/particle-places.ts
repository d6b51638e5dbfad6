import type { SourceContext } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { IDENTITY, apply, applyToWay } from '../geometry/affine';
import type { Path } from '../geometry/path';
import { directionAt, lengthsOf, placeAlong, strandsOf } from '../geometry/strand';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { SOURCE } from '../kernels/particles';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { shapeOf } from './beginnings';
import { coarseCoverage } from './coarse-coverage';

/** So many places are drawn from a layer; particles begin at one of them. */
const PLACES = 16_384;
/** σ over which the way outwards is taken, px of the grid. */
const OUTWARDS = 2;

/** A number from 0 to 1 for each whole number: a sequence that fills evenly (golden ratio). */
const even = (i: number, from: number): number => (from + i * 0.618033988749895) % 1;

/** Places over a box, evenly, `SOURCE` floats each. */
export function placesInBox({ x0, y0, x1, y1 }: Box, count = PLACES): Float32Array {
  const out = new Float32Array(count * SOURCE);
  for (let i = 0; i < count; i++)
    out.set(
      [x0 + (x1 - x0) * even(i, 0.37), y0 + ((y1 - y0) * (i + 0.5)) / count, 0, -1],
      i * SOURCE,
    );
  return out;
}

/**
 * Where on the layer that a source begins on particles may begin, cached: all of it, its edges, those that look up, along its paths
 * or inside them; and which way is outwards. Nothing where that layer is gone or covers nothing.
 */
export function placesOnLayer(
  { light, scene, map, memo }: Pick<SourceContext, 'light' | 'scene' | 'map' | 'memo'>,
  from: string,
): Float32Array {
  if (!light) return new Float32Array(0);
  return memo(
    `places ${light.key} ${from} ${map.join()} ${Object.values(scene).join()}`,
    () =>
      scoped(() => {
        const { covers, paths } = shapeOf(light, from);
        if (paths.length > 0) return placesAlong(paths);
        const seen = coarseCoverage(covers, scene, map, blurMargin(OUTWARDS));
        if (!seen) return new Float32Array(0);
        const region = { x: 0, y: 0, width: seen.width, height: seen.height };
        const soft = crop(gaussianBlur(seen.coverage, OUTWARDS, region), region);
        return drawnFrom(crop(seen.coverage, region), soft, from, seen.toOwn);
      }),
    (places) => places.byteLength,
  );
}

/** Places along paths, evenly by length; outwards is to either side in turn. */
function placesAlong(paths: readonly Path[]): Float32Array {
  const strands = strandsOf(paths, IDENTITY, { tolerance: 0.25, turn: 0.3 });
  const lengths = strands.map((s) => lengthsOf(s));
  const whole = lengths.reduce((sum, l) => sum + l.at(-1)!, 0);
  const out = new Float32Array(PLACES * SOURCE);
  let [n, before] = [0, 0];
  strands.forEach((strand, k) => {
    const own = lengths[k]!.at(-1)!;
    const last = k === strands.length - 1;
    // Lines of no length at all are places too.
    const end = last ? PLACES : Math.round((PLACES * (before + own)) / Math.max(whole, 1e-9));
    for (; n < end; n++) {
      const along = (whole * (n + 0.5)) / PLACES - before;
      const { from, to, t } = placeAlong(strand, lengths[k]!, along);
      const [x, y] = [0, 1].map(
        (i) => strand.points[2 * from + i]! * (1 - t) + strand.points[2 * to + i]! * t,
      ) as [number, number];
      const [dx, dy] = directionAt(strand, from, to, t);
      const side = n % 2 === 0 ? 1 : -1;
      out.set([x, y, side * dy, -side * dx], n * SOURCE);
    }
    before += own;
  });
  return out;
}

/** Places drawn from px by how much they count, with the way outwards from the slope of the soft shape. */
function drawnFrom(shape: Plane, soft: Plane, where: string, toOwn: Affine): Float32Array {
  const { width, height } = shape.region;
  const slope = (x: number, y: number): [number, number] => {
    const at = (i: number, j: number) =>
      soft.data[
        Math.min(height - 1, Math.max(0, j)) * width + Math.min(width - 1, Math.max(0, i))
      ]!;
    return [at(x - 1, y) - at(x + 1, y), at(x, y - 1) - at(x, y + 1)];
  };
  const everywhere = where === 'area' || where === 'within';
  const sums = new Float64Array(width * height);
  let sum = 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const cover = shape.data[i]!;
      if (cover > 0.02) {
        const [dx, dy] = everywhere ? [0, 0] : slope(x, y);
        sum += cover * (everywhere ? 1 : where === 'upper' ? Math.max(0, -dy) : Math.hypot(dx, dy));
      }
      sums[i] = sum;
    }
  if (!(sum > 0)) return new Float32Array(0);
  const out = new Float32Array(PLACES * SOURCE);
  let i = 0;
  for (let n = 0; n < PLACES; n++) {
    const wanted = ((n + 0.5) / PLACES) * sum;
    while (sums[i]! < wanted) i++;
    const [x, y] = [i % width, Math.floor(i / width)];
    const from = apply(toOwn, { x: x + even(n, 0.11), y: y + even(n, 0.73) });
    const [dx, dy] = slope(x, y);
    const way = applyToWay(toOwn, { x: dx, y: dy });
    const long = Math.hypot(way.x, way.y);
    const [ox, oy] = long > 0 ? [way.x / long, way.y / long] : [0, -1];
    out.set([from.x, from.y, ox, oy], n * SOURCE);
  }
  return out;
}
