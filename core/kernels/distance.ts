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
    const stride = Math.ceil(width / 4) * 4;
    const padded = floats(stride * height);
    const field = floats(stride * height);
    const out = { region: shape.region, data: floats(width * height) };
    onHeap((at) => {
      const p = at(padded, 'write');
      const f = at(field, 'write');
      const s = at(shape.data);
      const copy = [width];
      run('copyRows', height, width, [p, stride * 4, s, width * 4, ...copy]);
      run('distanceDown', stride / 4, height * 8, [p, f, stride * 4, height, inverse ? 1 : 0]);
      run('distanceAcross', height, width * 4, [f, stride * 4, width]);
      run('copyRows', height, width, [at(out.data, 'write'), width * 4, f, stride * 4, ...copy]);
    });
    return out;
  });
}
