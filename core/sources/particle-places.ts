import type { Caster } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { apply, invert, multiply, scaling, translation } from '../geometry/affine';
import { gaussianBlur } from '../kernels/blur';
import { SOURCE } from '../kernels/particles';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { grow } from '../pixels/region';

/** The longer side of the grid on which a layer is looked at, px: the same for every region and scale. */
const GRID = 768;
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

/** Where on a layer particles may begin: all of it, its edges, or those that look up; and which way is outwards. */
export function placesOnLayer(
  caster: Pick<Caster, 'under'>,
  scene: Box,
  map: Affine,
  where: 'area' | 'edge' | 'upper',
): Float32Array {
  const back = invert(map);
  const [width, height] = [scene.x1 - scene.x0, scene.y1 - scene.y0];
  const fine = GRID / Math.max(width, height, 1);
  if (!back) return new Float32Array(0);
  // From px of the render to px of the grid.
  const toGrid = multiply(scaling(fine), translation(-scene.x0, -scene.y0));
  const region = {
    ...{ x: 0, y: 0, width: Math.max(1, Math.ceil(width * fine)) },
    height: Math.max(1, Math.ceil(height * fine)),
  };
  return scoped(() => {
    const far = grow(region, 8);
    const seen = caster.under(multiply(toGrid, map), far);
    const soft = crop(gaussianBlur(seen, OUTWARDS, region), region);
    const shape = crop(seen, region);
    return drawnFrom(shape, soft, where, multiply(back, invert(toGrid)!));
  });
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
  const sums = new Float64Array(width * height);
  let sum = 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const cover = shape.data[i]!;
      if (cover > 0.02) {
        const [dx, dy] = where === 'area' ? [0, 0] : slope(x, y);
        const steep = Math.hypot(dx, dy);
        sum +=
          where === 'area' ? cover : where === 'edge' ? cover * steep : cover * Math.max(0, -dy);
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
    const tip = apply(toOwn, { x: dx, y: dy });
    const zero = apply(toOwn, { x: 0, y: 0 });
    const long = Math.hypot(tip.x - zero.x, tip.y - zero.y);
    const [ox, oy] = long > 0 ? [(tip.x - zero.x) / long, (tip.y - zero.y) / long] : [0, -1];
    out.set([from.x, from.y, ox, oy], n * SOURCE);
  }
  return out;
}
