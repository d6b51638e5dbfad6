import { byteStride, strideOf } from './arguments';
import { unwritten } from '../pixels/buffer';
import type { Plane } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import { onHeap, run } from './machine';

/** What stands for a distance where there is nothing to be near to. */
export const FAR = 1e6;

/**
 * The exact Euclidean distance, px, from the middle of each px to the middle of the nearest one whose
 * coverage is at least ½; with `inverse`, to the nearest below ½. FAR where there is none (Felzenszwalb
 * & Huttenlocher, "Distance transforms of sampled functions", 2012). The result lies over the plane.
 */
export function distanceField(shape: Plane, inverse = false): Plane {
  const { width, height } = shape.region;
  return scoped(() => {
    // Columns are worked on four at a time.
    const stride = Math.ceil(width / 4) * 16;
    const field = floats((stride / 4) * height);
    const out = unwritten(shape.region, 1);
    onHeap((at) => {
      const f = at(field, 'write');
      run('distanceDown', stride / 16, height * 8, [
        at(shape.data),
        strideOf(width),
        width,
        f,
        byteStride(stride),
        height,
        inverse ? 1 : 0,
      ]);
      run('distanceAcross', height, width * 4, [
        f,
        byteStride(stride),
        at(out.data, 'write'),
        strideOf(width),
        width,
        0,
      ]);
    });
    return out;
  });
}
