import type { CurvePoints } from './curve';

/** Curves of tones: smooth through their points, and between two of them never beyond either. */

/** The slope of a stretch between two points. */
const slope = (points: Readonly<CurvePoints>, i: number): number =>
  (points[i + 1]![1] - points[i]![1]) / (points[i + 1]![0] - points[i]![0]);

/** The slope at a point: the weighted harmonic mean of those beside it, 0 where they part (Fritsch and Butland, 1984). */
function slopeAt(points: Readonly<CurvePoints>, i: number): number {
  const last = points.length - 1;
  if (i === 0) return slope(points, 0);
  if (i === last) return slope(points, last - 1);
  const [a, b] = [slope(points, i - 1), slope(points, i)];
  if (a * b <= 0) return 0;
  const before = points[i]![0] - points[i - 1]![0];
  const after = points[i + 1]![0] - points[i]![0];
  const [wa, wb] = [2 * after + before, after + 2 * before];
  return (wa + wb) / (wa / a + wb / b);
}

/** The value of a tone curve at x, level before its first point and after its last; at corners its stretches meet at an angle. */
export function toneAt(points: Readonly<CurvePoints>, x: number): number {
  const n = points.length;
  if (n === 0) return x;
  if (x <= points[0]![0]) return points[0]![1];
  if (x >= points[n - 1]![0]) return points[n - 1]![1];
  let i = 0;
  while (x >= points[i + 1]![0]) i++;
  const [from, to] = [points[i]!, points[i + 1]!];
  const span = to[0] - from[0];
  const straight = slope(points, i);
  const m0 = (from[2] === 'corner' ? straight : slopeAt(points, i)) * span;
  const m1 = (to[2] === 'corner' ? straight : slopeAt(points, i + 1)) * span;
  const t = (x - from[0]) / span;
  const [t2, t3] = [t * t, t * t * t];
  return (
    (2 * t3 - 3 * t2 + 1) * from[1] +
    (t3 - 2 * t2 + t) * m0 +
    (3 * t2 - 2 * t3) * to[1] +
    (t3 - t2) * m1
  );
}

/** A tone curve as `size` values for x from 0 to 1, evenly spaced. */
export const toneTable = (points: Readonly<CurvePoints>, size: number): Float32Array =>
  Float32Array.from({ length: size }, (_, i) => toneAt(points, i / (size - 1)));

/** Whether a tone curve changes nothing: all of its points lie where they would without it. */
export const isPlain = (points: Readonly<CurvePoints>): boolean =>
  points.every(([x, y]) => x === y) &&
  (points.length === 0 || (points[0]![0] === 0 && points.at(-1)![0] === 1));

/** Points nearer to each other than this are one. */
const APART = 0.02;
/** Places at which a tone is looked for. */
const LOOKS = 1025;

/** The points with one more where the curve makes a tone (0–1), so that it stays as it is; as they are if one is there, or if no tone becomes it. */
export function withToneAt(points: CurvePoints, tone: number): CurvePoints {
  const table = toneTable(points, LOOKS);
  let best = 0;
  table.forEach((v, i) => {
    if (Math.abs(v - tone) < Math.abs(table[best]! - tone)) best = i;
  });
  const x = Number((best / (LOOKS - 1)).toFixed(3));
  const isThere = points.some(([at]) => Math.abs(at - x) < APART);
  if (isThere || Math.abs(table[best]! - tone) > APART) return points;
  const point: CurvePoints[number] = [x, Number(toneAt(points, x).toFixed(3))];
  return [...points, point].sort((a, b) => a[0] - b[0]);
}
