import type { Affine, Point } from '../geometry/affine';
import { invert, multiply, translation } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, plane, unwritten } from '../pixels/buffer';
import type { Strand } from '../geometry/strand';
import { floats } from '../pixels/heap';
import type { RampTable } from '../pixels/ramp-table';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, isEmpty, unite } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';
import { copied, cropped } from './rows';

/**
 * A shape painted with a ramp of premultiplied colours that runs from one point to
 * another, or, `radial`, from the one outward as far as the other, and across that way `roundness` times as far (above 0); `map`
 * takes these points to px of the render. Beyond its ends the ramp goes on with its last colours.
 */
export function painted(
  shape: Plane,
  ramp: RampTable,
  map: Affine,
  from: Point,
  to: Point,
  radial: boolean,
  roundness = 1,
): ColourBuffer {
  const { region } = shape;
  const out: ColourBuffer = unwritten(region, 4);
  const back = invert(map);
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const square = dx * dx + dy * dy;
  // To shares of the way: along it, and across.
  const turn: Affine =
    square > 0
      ? [dx / square, -dy / square / roundness, dy / square, dx / square / roundness, 0, 0]
      : [0, 0, 0, 0, 0, 0];
  const [a, d, b, e, c, f] = back
    ? multiply(turn, multiply(translation(-from.x, -from.y), back))
    : turn;
  onHeap((at) =>
    run('rampRows', region.height, region.width * 10, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, shape, region),
      region.x,
      region.y,
      region.width,
      radial ? 1 : 0,
      a,
      b,
      c,
      d,
      e,
      f,
      at(ramp),
    ]),
  );
  return out;
}

/** Colours being gathered from shapes. */
export interface Gathering {
  /** Adds a shape of one premultiplied colour. */
  add(shape: Plane, colour: ArrayLike<number>): void;
  /** The mean colour of all shapes at each px, within the coverage of another; it is used up. */
  within(whole: Plane): ColourBuffer;
}

/** Begins to gather colours over a region. */
export function gathering(region: Region): Gathering {
  const sum = colourBuffer(region);
  const weight = plane(region);
  return {
    add(shape, colour) {
      const part = intersect(region, shape.region);
      if (isEmpty(part)) return;
      onHeap((at) =>
        run('gatherRows', part.height, part.width * 8, [
          ...rowsOf(at, sum, part, 'write'),
          ...rowsOf(at, weight, part, 'write'),
          ...rowsOf(at, shape, part),
          part.width,
          colour[0]!,
          colour[1]!,
          colour[2]!,
          colour[3]!,
        ]),
      );
    },
    within(whole) {
      const part = intersect(region, whole.region);
      if (isEmpty(part)) return colourBuffer(EMPTY);
      const share = cropped(whole, part);
      const { width, height } = part;
      onHeap((at) =>
        run('shareRows', height, width * 2, [
          ...rowsOf(at, share, part, 'write'),
          ...rowsOf(at, weight, part),
          width,
        ]),
      );
      // What the first has written must be back before the second reads it.
      onHeap((at) =>
        run('maskRows', height, width * 5, [
          ...rowsOf(at, sum, part, 'write'),
          ...rowsOf(at, share, part),
          width,
        ]),
      );
      return part === region ? sum : cropped(sum, part);
    },
  };
}

/** Planes, each at a strength (0–1), laid over one another: 1 − Π(1 − k·v). */
export function overlaid(planes: readonly (readonly [Plane, number])[]): Plane {
  const region = planes.reduce((r, [p]) => unite(r, p.region), EMPTY);
  const out = plane(region);
  for (const [p, k] of planes)
    if (!isEmpty(p.region))
      onHeap((at) =>
        run('overRows', p.region.height, p.region.width * 2, [
          ...rowsOf(at, out, p.region, 'write'),
          ...rowsOf(at, p, p.region),
          p.region.width,
          k,
        ]),
      );
  return out;
}

/** A plane without what another covers. */
export function cut(from: Plane, by: Plane): Plane {
  const part = intersect(from.region, by.region);
  const out = copied(from);
  if (!isEmpty(part))
    onHeap((at) =>
      run('cutRows', part.height, part.width * 2, [
        ...rowsOf(at, out, part, 'write'),
        ...rowsOf(at, by, part),
        part.width,
      ]),
    );
  return out;
}

/**
 * How far each px of a region is from the middle of strands, as a share of their half width there (0–1; 1
 * beyond them). `half` is half their width, px, times their own.
 */
export function besideShares(strands: readonly Strand[], half: number, region: Region): Plane {
  const out = plane(region);
  out.data.fill(1);
  const lines = strands.flatMap((s) => linesOf(s, half));
  const list = floats(Math.max(1, lines.length));
  list.set(lines);
  onHeap((at) =>
    run('nearRows', region.height, region.width * 4, [
      ...rowsOf(at, out, region, 'write'),
      region.x,
      region.y,
      region.width,
      at(list),
      lines.length / 6,
    ]),
  );
  return out;
}

/** A strand as lines no shorter than an eighth of its half width, six numbers each: nearer ones do not matter. */
function linesOf({ points, width, closed }: Strand, half: number): number[] {
  const n = width.length;
  const out: number[] = [];
  let a = 0;
  for (let i = 1; i < n + (closed ? 1 : 0); i++) {
    const b = i % n;
    const [dx, dy] = [points[2 * b]! - points[2 * a]!, points[2 * b + 1]! - points[2 * a + 1]!];
    const last = i === n - 1 + (closed ? 1 : 0);
    if (!last && Math.hypot(dx, dy) < Math.min(2, (width[a]! * half) / 8)) continue;
    out.push(points[2 * a]!, points[2 * a + 1]!, points[2 * b]!, points[2 * b + 1]!);
    out.push(width[a]! * half, width[b]! * half);
    a = b;
  }
  if (n === 1)
    out.push(points[0]!, points[1]!, points[0]!, points[1]!, width[0]! * half, width[0]! * half);
  return out;
}

/** A shape painted with a ramp of premultiplied colours at the places that a plane gives. */
export function paintedBy(shape: Plane, shares: Plane, ramp: RampTable): ColourBuffer {
  const { region } = shape;
  const out: ColourBuffer = unwritten(region, 4);
  onHeap((at) =>
    run('shadeRows', region.height, region.width * 10, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, shape, region),
      ...rowsOf(at, shares, region),
      region.width,
      at(ramp),
    ]),
  );
  return out;
}
