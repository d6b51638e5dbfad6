/** Ways of many points made smooth along themselves. */

/** Points of a smooth way lie so far apart, px. */
export const STEP = 1.5;

/**
 * A way through points, each of x, y and a value that varies along it: evenly laid out again and smoothed along itself by a Gaussian of
 * σ `sigma` px. An open one keeps its ends. `points` are x and y in turn, and a closed way does not repeat its first.
 */
export function bent(
  places: readonly (readonly [x: number, y: number, value: number])[],
  closed: boolean,
  sigma: number,
): { points: Float64Array; along: Float64Array } {
  const even = evenly(places, closed);
  const n = even.length;
  const reach = Math.min(Math.ceil((3 * sigma) / STEP), closed ? n : n - 1);
  const weights = Array.from({ length: reach + 1 }, (_, k) =>
    sigma > 0 ? Math.exp(-0.5 * ((k * STEP) / sigma) ** 2) : k === 0 ? 1 : 0,
  );
  const sum = weights.reduce((s, w, k) => s + (k === 0 ? w : 2 * w), 0);
  const points = new Float64Array(2 * n);
  const along = new Float64Array(n);
  const at = (i: number): readonly [number, number, number] => {
    if (i >= 0 && i < n) return even[i]!;
    if (closed) return even[((i % n) + n) % n]!;
    // Beyond an end it goes on as it came, turned about the end, which so stays in place.
    const end = even[i < 0 ? 0 : n - 1]!;
    const [x, y, value] = even[i < 0 ? -i : 2 * (n - 1) - i]!;
    return [2 * end[0] - x, 2 * end[1] - y, value];
  };
  for (let i = 0; i < n; i++) {
    let [x, y, value] = even[i]!;
    for (let k = 1; k <= reach; k++) {
      const [a, b] = [at(i - k), at(i + k)];
      const w = weights[k]!;
      x += w * (a[0] + b[0]);
      y += w * (a[1] + b[1]);
      value += w * (a[2] + b[2]);
    }
    points[2 * i] = x / sum;
    points[2 * i + 1] = y / sum;
    along[i] = value / sum;
  }
  return { points, along };
}

/** The same way with points evenly `STEP` px apart, or nearly. */
function evenly(
  places: readonly (readonly [number, number, number])[],
  closed: boolean,
): (readonly [number, number, number])[] {
  const all = closed ? [...places, places[0]!] : places;
  const lengths = [0];
  for (let i = 1; i < all.length; i++)
    lengths.push(
      lengths[i - 1]! + Math.hypot(all[i]![0] - all[i - 1]![0], all[i]![1] - all[i - 1]![1]),
    );
  const total = lengths.at(-1)!;
  const pieces = Math.max(closed ? 3 : 1, Math.round(total / STEP));
  let k = 0;
  return Array.from({ length: closed ? pieces : pieces + 1 }, (_, i) => {
    const l = (total * i) / pieces;
    while (k + 2 < all.length && lengths[k + 1]! < l) k++;
    const span = lengths[k + 1]! - lengths[k]!;
    const t = span > 0 ? Math.min(1, (l - lengths[k]!) / span) : 0;
    const [a, b] = [all[k]!, all[k + 1] ?? all[k]!];
    return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t] as const;
  });
}
