import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { covering, intersect, isEmpty } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/** The region that dabs (x, y, radius, flow; px) may touch. */
function dabsRegion(dabs: Float32Array): Region {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < dabs.length; i += 4) {
    const r = Math.max(0.5, dabs[i + 2]!) + 1;
    x0 = Math.min(x0, dabs[i]! - r);
    y0 = Math.min(y0, dabs[i + 1]! - r);
    x1 = Math.max(x1, dabs[i]! + r);
    y1 = Math.max(y1, dabs[i + 1]! + r);
  }
  return covering(x0, y0, x1, y1);
}

/**
 * How much a stroke covers, 0–1, over the part of a region that it touches: `dabs` are x, y, radius (px) and flow
 * (0–1) in turn, in the order in which they are laid; up to `hardness` (0–1) of its radius each is whole.
 */
export function dabbed(dabs: Float32Array, hardness: number, region: Region): Plane {
  const part = intersect(dabsRegion(dabs), region);
  const out = plane(part);
  if (isEmpty(part) || dabs.length === 0) return out;
  const own = dabs.slice();
  for (let i = 0; i < own.length; i += 4) {
    own[i] = own[i]! - part.x;
    own[i + 1] = own[i + 1]! - part.y;
  }
  onHeap((at) =>
    run('dabRows', part.height, part.width * 20, [
      ...rowsOf(at, out, part, 'write'),
      part.width,
      at(own),
      own.length / 4,
      hardness,
    ]),
  );
  return out;
}

/** Covers a plane by a share (0–1) of another where both are, over what it has left, in place. */
export function cover(to: Plane, by: Plane, share: number): void {
  const part = intersect(to.region, by.region);
  if (isEmpty(part)) return;
  onHeap((at) =>
    run('coverRows', part.height, part.width * 3, [
      ...rowsOf(at, to, part, 'write'),
      ...rowsOf(at, by, part),
      part.width,
      share,
    ]),
  );
}
