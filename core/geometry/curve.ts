/** A point of a curve: x from 0 to 1, y from −1 to 1; the curve may turn sharply there. */
export type CurvePoint = [x: number, y: number] | [x: number, y: number, turn: 'corner'];

/** A curve through points: x rises from 0 to 1, y is −1 to 1. */
export type CurvePoints = CurvePoint[];

/**
 * The value at x of a smooth curve through points, level beyond the first and last: a cubic Hermite spline
 * whose tangents follow the neighbours (Catmull & Rom, 1974, for uneven steps), at corners the chord.
 */
export function curveAt(points: Readonly<CurvePoints>, x: number): number {
  const n = points.length;
  if (n === 0) return 0;
  if (!(x > points[0]![0])) return points[0]![1];
  if (x >= points[n - 1]![0]) return points[n - 1]![1];
  let i = 0;
  while (x >= points[i + 1]![0]) i++;
  const [[x0, y0], [x1, y1]] = [points[i]!, points[i + 1]!];
  const span = x1 - x0;
  const slope = (a: number, b: number) => {
    const [[u, p], [v, q]] = [points[Math.max(0, a)]!, points[Math.min(n - 1, b)]!];
    return v > u ? (q - p) / (v - u) : 0;
  };
  const turns = (k: number) => points[k]![2] === 'corner';
  const m0 = (turns(i) ? slope(i, i + 1) : slope(i - 1, i + 1)) * span;
  const m1 = (turns(i + 1) ? slope(i, i + 1) : slope(i, i + 2)) * span;
  const t = (x - x0) / span;
  const [t2, t3] = [t * t, t * t * t];
  return (
    (2 * t3 - 3 * t2 + 1) * y0 + (t3 - 2 * t2 + t) * m0 + (3 * t2 - 2 * t3) * y1 + (t3 - t2) * m1
  );
}

/** A curve as `size` values (0–1) for x from 0 to 1, evenly spaced. */
export const curveTable = (points: Readonly<CurvePoints>, size = 256): Float32Array =>
  Float32Array.from({ length: size }, (_, i) =>
    Math.max(0, Math.min(1, curveAt(points, i / (size - 1)))),
  );
