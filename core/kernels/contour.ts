import { after, byteStride } from './arguments';
import type { Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, intersect, isEmpty } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/**
 * The signed distance, px, of the middle of each px of a region from the contour of a shape at half coverage:
 * below 0 inside. It is right to about a tenth of a px for smooth outlines, a third at corners; where there is no contour it is ±FAR. The shape must be known as far beyond the region as distances matter.
 *
 * Px that the contour goes through are the seeds of an exact distance transform (Felzenszwalb &
 * Huttenlocher, 2012) that finds which is nearest; from that one and its neighbours the distance is taken
 * to the contour within them. `sharp` goes straight on past outer corners.
 */
export function signedDistance(shape: Plane, region: Region, sharp = false): Plane {
  const { width, height } = region;
  return scoped(() => {
    const whole = crop(shape, region);
    const marks = unwritten(region, 1);
    // The contour runs where the shape is: nowhere else is anything said of it.
    const near = intersect(grow(shape.region, 2), region);
    const points = unwritten(isEmpty(near) ? { ...near, width: 0, height: 0 } : near, 4);
    const pointRow = near.width * 16;
    const offset = (near.y - region.y) * pointRow + (near.x - region.x) * 16;
    const stride = Math.ceil(width / 4) * 16;
    const columns = floats((stride / 4) * height);
    const nearest = unwritten(region, 1);
    const out: Plane = unwritten(region, 1);
    const row = width * 4;
    onHeap((at) =>
      run('contourRows', height, row * 3, [
        at(marks.data, 'write'),
        byteStride(row),
        after(at(points.data, 'write'), -offset),
        byteStride(pointRow),
        at(whole.data),
        byteStride(row),
        width,
        height,
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
        after(at(points.data), -offset),
        byteStride(pointRow),
        at(columns),
        byteStride(stride),
        at(nearest.data),
        byteStride(row),
        width,
        height,
        sharp ? 1 : 0,
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
    const made = band(signedDistance(shape, far, sharp), -Infinity, by);
    return crop(made, region);
  });
