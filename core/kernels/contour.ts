import { byteStride } from './arguments';
import type { Plane } from '../pixels/buffer';
import { crop, plane, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, intersect, isEmpty } from '../pixels/region';
import { FAR } from './distance';
import { onHeap, rowsOf, run } from './machine';
import { pasted } from './rows';

/** Px beyond the part with a contour that its points reach on each side, and rows (assembly/contour.ts). */
const [BESIDE, ROWS] = [5, 2];

/** How a distance is wanted. */
interface Wanted {
  /** Goes straight on past outer corners. */
  sharp?: boolean;
  /** How far from the contour distances must be exact, px: beyond it they are right to 3 px, or ±FAR. */
  reach?: number;
  /** They are exact inside the shape however deep. */
  deep?: boolean;
}

/**
 * The signed distance, px, of the middle of each px of a region from the contour of a shape at half coverage:
 * below 0 inside. It is right to about a tenth of a px for smooth outlines, a third at corners; where there is no contour it is ±FAR. The shape must be known as far beyond the region as distances matter.
 *
 * Px that the contour goes through are the seeds of an exact distance transform (Felzenszwalb &
 * Huttenlocher, 2012) that finds which is nearest; from that one and its neighbours the distance is taken
 * to the contour within them.
 */
export function signedDistance(
  shape: Plane,
  region: Region,
  { sharp = false, reach = Infinity, deep = false }: Wanted = {},
): Plane {
  // Past a sharp corner what is wanted may lie beyond the reach of the contour itself.
  const exact = { sharp, deep, reach: sharp ? FAR : Math.min(FAR, reach) };
  const near = intersect(grow(shape.region, Math.ceil(exact.reach) + 3), region);
  if (near.width === region.width && near.height === region.height)
    return distancesOver(shape, region, exact);
  const out = unwritten(region, 1);
  out.data.fill(FAR);
  return scoped(() => {
    if (!isEmpty(near)) pasted(out, distancesOver(shape, near, exact));
    return out;
  });
}

function distancesOver(
  shape: Plane,
  region: Region,
  { sharp, reach, deep }: Required<Wanted>,
): Plane {
  const { width, height } = region;
  return scoped(() => {
    const whole = crop(shape, region);
    const marks = plane(region);
    // The contour runs where the shape is: nowhere else is anything said of it.
    const near = intersect(grow(shape.region, 2), region);
    const part = isEmpty(near) ? { ...region, width: 0, height: 0 } : near;
    const [left, top] = [part.x - region.x, part.y - region.y];
    const pointRow = (part.width + 2 * BESIDE) * 16;
    const pointRows = part.height + 2 * ROWS;
    const points = floats((pointRow / 4) * pointRows);
    const stride = Math.ceil(width / 4) * 16;
    const columns = floats((stride / 4) * height);
    const nearest = unwritten(region, 1);
    const out: Plane = unwritten(region, 1);
    const row = width * 4;
    onHeap((at) =>
      run('contourRows', pointRows, pointRow, [
        at(marks.data, 'write'),
        byteStride(row),
        at(points, 'write'),
        byteStride(pointRow),
        at(whole.data),
        byteStride(row),
        ...([width, height, left, top, part.width, part.height] as const),
      ]),
    );
    onHeap((at) => {
      const c = at(columns, 'write');
      run('distanceDown', stride / 16, height * 8, [
        at(marks.data),
        byteStride(row),
        width,
        c,
        byteStride(stride),
        height,
        0,
      ]);
      run('distanceAcross', height, row, [
        c,
        byteStride(stride),
        at(nearest.data, 'write'),
        byteStride(row),
        width,
        1,
      ]);
    });
    onHeap((at) =>
      run('edgeRows', height, row * 20, [
        at(out.data, 'write'),
        byteStride(row),
        at(whole.data),
        byteStride(row),
        at(marks.data),
        byteStride(row),
        at(points),
        byteStride(pointRow),
        left,
        top,
        at(columns),
        byteStride(stride),
        at(nearest.data),
        byteStride(row),
        width,
        sharp ? 1 : 0,
        reach,
        deep ? FAR : reach,
      ]),
    );
    return out;
  });
}

/** The part of a shape within a distance of its contour, px: `high` outside it, `low` (−∞ for none) inside. */
export function band(distances: Plane, low: number, high: number): Plane {
  const { region } = distances;
  const out = unwritten(region, 1);
  out.data.set(distances.data);
  onHeap((at) =>
    run('bandRows', region.height, region.width * 4, [
      ...rowsOf(at, out, region, 'write'),
      region.width,
      Math.max(-1e9, low),
      Math.min(1e9, high),
    ]),
  );
  return out;
}

/** A shape grown by so many px (shrunk below 0), over a region; `sharp` keeps its outer corners. */
export const grown = (shape: Plane, by: number, region: Region, sharp: boolean): Plane =>
  scoped(() => {
    const far = grow(region, Math.ceil(Math.abs(by)) + 3);
    const made = band(
      signedDistance(shape, far, { sharp, reach: Math.abs(by) + 1 }),
      -Infinity,
      by,
    );
    return crop(made, region);
  });
