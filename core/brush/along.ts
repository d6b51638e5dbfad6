import type { Affine } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import { POINT } from './points';

/** Walks along strokes, and stops where dabs are laid. */

/** Dabs of up to 4 px lie no nearer to each other, px of the render: nobody would see it. */
const NEAREST = 0.25;

/** How a stroke is walked along. */
interface Walk {
  /** How far the next dab lies from one of a pressure (0–1), own px: no nearer than `nearest`. */
  spacing(pressure: number): number;
  /** Where the brush rests it lays a dab each so many ms; left out, none. */
  resting?: number;
  /** Whether a dab lies at its very end, however near the one before. */
  ends?: boolean;
  /** No stroke has more dabs. */
  most: number;
  /**
   * A dab lies between two points, which stand at `a` and `b` in the list, `t` (0–1) of the way on; `direction` is that of the
   * stroke there, radians, own px.
   */
  put(a: number, b: number, t: number, direction: number): void;
}

/**
 * The least that dabs of a width (own px) lie apart under a map, own px. An edge sags between two by the square of that over eight
 * radii: by the same fraction of a px, 1/256, whatever they are wide.
 */
export function nearest(map: Affine, width: number): number {
  const scale = meanScale(map);
  return (NEAREST * Math.sqrt(Math.max(1, (width * scale) / 4))) / scale;
}

/** Walks along the points of a stroke (`POINT` numbers each); a dab lies on the first, and evenly from there on. */
export function along(
  all: ArrayLike<number>,
  { spacing, resting, ends = false, most, put }: Walk,
): void {
  const n = all.length / POINT;
  if (n === 0) return;
  let direction = firstDirection(all);
  put(0, 0, 0, direction);
  let count = 1;
  // How far along the way from a point to the next the last dab lies; below 0 before it.
  let done = 0;
  let rested = 0;
  for (let i = 1; i < n; i++) {
    const [a, b] = [(i - 1) * POINT, i * POINT];
    const dx = all[b]! - all[a]!;
    const dy = all[b + 1]! - all[a + 1]!;
    const length = Math.hypot(dx, dy);
    if (length === 0) {
      if (resting === undefined) continue;
      rested += all[b + 5]! - all[a + 5]!;
      for (; rested >= resting && count < most; rested -= resting, count++) put(a, b, 1, direction);
      continue;
    }
    rested = 0;
    direction = Math.atan2(dy, dx);
    while (count < most) {
      const t = Math.max(0, done) / length;
      const pressure = all[a + 2]! + (all[b + 2]! - all[a + 2]!) * t;
      const next = done + spacing(pressure);
      if (next > length) break;
      done = next;
      put(a, b, done / length, direction);
      count++;
    }
    done -= length;
  }
  if (ends && done < 0 && count < most) put((n - 2) * POINT, (n - 1) * POINT, 1, direction);
}

/** The direction in which a stroke begins, radians. */
function firstDirection(all: ArrayLike<number>): number {
  for (let i = POINT; i < all.length; i += POINT)
    if (all[i] !== all[0] || all[i + 1] !== all[1])
      return Math.atan2(all[i + 1]! - all[1]!, all[i]! - all[0]!);
  return 0;
}
