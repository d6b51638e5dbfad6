import { POINT } from './points';

/** So far apart points stand on a way that was rounded, at most, own px. */
const APART = 3;
/** No stretch between two points is parted into more, nor a whole way. */
const MOST = 24;
const MOST_OF_ALL = 200_000;

/**
 * Points of a stroke (`POINT` numbers each) on a way without corners through them, by a share of 0 to 1 between the straight one
 * and the spline of Catmull and Rom (1974); the same points where nothing is rounded.
 */
export function smoothed(all: ArrayLike<number>, share: number): ArrayLike<number> {
  const n = all.length / POINT;
  if (share === 0 || n < 3) return all;
  const out: number[] = [];
  const most = Math.max(1, Math.min(MOST, Math.floor(MOST_OF_ALL / n)));
  const at = (i: number, k: number) => all[Math.min(n - 1, Math.max(0, i)) * POINT + k]!;
  for (let i = 0; i < n - 1; i++) {
    const length = Math.hypot(at(i + 1, 0) - at(i, 0), at(i + 1, 1) - at(i, 1));
    const parts = Math.min(most, Math.max(1, Math.ceil(length / APART)));
    for (let p = 0; p < parts; p++) {
      const t = p / parts;
      for (let k = 0; k < POINT; k++) {
        const [b, c] = [at(i, k), at(i + 1, k)];
        const straight = b + (c - b) * t;
        if (k > 1) out.push(straight);
        else {
          const [a, d] = [at(i - 1, k), at(i + 2, k)];
          const round =
            b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
          out.push(straight + share * (round - straight));
        }
      }
    }
  }
  for (let k = 0; k < POINT; k++) out.push(at(n - 1, k));
  return out;
}
