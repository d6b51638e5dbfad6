/** A point of a curve: x from 0 to 1, y from −1 to 1; the curve may turn sharply there. */
export type CurvePoint = [x: number, y: number] | [x: number, y: number, turn: 'corner'];

/** A curve through points: x rises from 0 to 1, y is −1 to 1. */
export type CurvePoints = CurvePoint[];

/** The slope of the chord between two points, which may lie beyond the ends; 0 between two of one x. */
function chord(points: Readonly<CurvePoints>, a: number, b: number): number {
  const from = points[Math.max(0, a)]!;
  const to = points[Math.min(points.length - 1, b)]!;
  return to[0] > from[0] ? (to[1] - from[1]) / (to[0] - from[0]) : 0;
}

/** The tangents of a curve at both ends of the stretch that begins at point `i`, for a step of the whole stretch. */
function tangents(points: Readonly<CurvePoints>, i: number): [from: number, to: number] {
  const [from, to] = [points[i]!, points[i + 1]!];
  const span = to[0] - from[0];
  const straight = chord(points, i, i + 1);
  return [
    (from[2] === 'corner' ? straight : chord(points, i - 1, i + 1)) * span,
    (to[2] === 'corner' ? straight : chord(points, i, i + 2)) * span,
  ];
}

/** A cubic Hermite spline from y0 to y1 with tangents m0 and m1, at t from 0 to 1. */
function hermite(y0: number, m0: number, y1: number, m1: number, t: number): number {
  const t2 = t * t;
  const t3 = t2 * t;
  return (
    (2 * t3 - 3 * t2 + 1) * y0 + (t3 - 2 * t2 + t) * m0 + (3 * t2 - 2 * t3) * y1 + (t3 - t2) * m1
  );
}

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
  const [x0, y0] = points[i]!;
  const [x1, y1] = points[i + 1]!;
  const [m0, m1] = tangents(points, i);
  return hermite(y0, m0, y1, m1, (x - x0) / (x1 - x0));
}

/** A curve as `size` values (0–1) for x from 0 to 1, evenly spaced: `curveAt`, whose stretches are looked up once. */
export function curveTable(points: Readonly<CurvePoints>, size = 256): Float32Array {
  const out = new Float32Array(size);
  const n = points.length;
  if (n === 0) return out;
  const bounded = (y: number) => Math.max(0, Math.min(1, y));
  const xOf = (k: number) => k / (size - 1);
  const [first, last] = [points[0]!, points[n - 1]!];
  let k = 0;
  for (; k < size && !(xOf(k) > first[0]); k++) out[k] = bounded(first[1]);
  for (let i = 0; i + 1 < n; i++) {
    const [[x0, y0], [x1, y1]] = [points[i]!, points[i + 1]!];
    const [m0, m1] = tangents(points, i);
    for (; k < size && xOf(k) < x1; k++)
      out[k] = bounded(hermite(y0, m0, y1, m1, (xOf(k) - x0) / (x1 - x0)));
  }
  for (; k < size; k++) out[k] = bounded(last[1]);
  return out;
}
