import type { Affine, Box, Point } from './affine';

/** A projective map of the plane, row by row: x' = (m0·x + m1·y + m2) / (m6·x + m7·y + m8). */
export type Homography = readonly [
  ...[number, number, number],
  ...[number, number, number],
  ...[number, number, number],
];

/** An affine map as a homography. */
export const projective = ([a, b, c, d, e, f]: Affine): Homography => [a, c, e, b, d, f, 0, 0, 1];

/** Whether a homography keeps parallels parallel. */
export const isAffine = (m: Homography): boolean => m[6] === 0 && m[7] === 0 && m[8] === 1;

/** The affine map that one is, if it is one; null if it has a vanishing point. */
export const affineOf = (m: Homography): Affine | null =>
  isAffine(m) ? [m[0], m[3], m[1], m[4], m[2], m[5]] : null;

/** The map that does `n` first, then `m`. */
export function compose(m: Homography, n: Homography): Homography {
  const cell = (r: number, c: number) =>
    m[r * 3]! * n[c]! + m[r * 3 + 1]! * n[3 + c]! + m[r * 3 + 2]! * n[6 + c]!;
  const rows = [0, 1, 2].flatMap((r) => [0, 1, 2].map((c) => cell(r, c)));
  return rows as unknown as Homography;
}

/**
 * The inverse map; null if m flattens the plane. What m shows before the horizon lies before that of the
 * inverse too: it is scaled by something above 0, so that its last number is 1 or −1 where it can be.
 */
export function inverseOf(m: Homography): Homography | null {
  const [a, b, c, d, e, f, g, h, i] = m;
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  if (!(Math.abs(det) > 1e-12)) return null;
  const adjugate = [
    ...[e * i - f * h, c * h - b * i, b * f - c * e],
    ...[f * g - d * i, a * i - c * g, c * d - a * f],
    ...[d * h - e * g, b * g - a * h, a * e - b * d],
  ];
  const last = adjugate[8]!;
  const scale = isAffine(m) || Math.abs(last) < 1e-12 ? det : Math.abs(last) * Math.sign(det);
  return adjugate.map((v) => v / scale) as unknown as Homography;
}

/** A point under a homography; null if it lies on or beyond the horizon. */
export function project(m: Homography, { x, y }: Point): Point | null {
  const w = m[6] * x + m[7] * y + m[8];
  if (!(w > 1e-9)) return null;
  return { x: (m[0] * x + m[1] * y + m[2]) / w, y: (m[3] * x + m[4] * y + m[5]) / w };
}

/** The smallest upright box round a box under a homography; null if part of it lies beyond the horizon. */
export function boxBeneath(m: Homography, b: Box): Box | null {
  const corners = [
    project(m, { x: b.x0, y: b.y0 }),
    project(m, { x: b.x1, y: b.y0 }),
    project(m, { x: b.x1, y: b.y1 }),
    project(m, { x: b.x0, y: b.y1 }),
  ];
  const seen = corners.filter((p) => p !== null);
  if (seen.length < 4) return null;
  const xs = seen.map((p) => p.x);
  const ys = seen.map((p) => p.y);
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
}

/**
 * How long one px is on the other side of a map, at a point: along x and along y (the columns of the
 * Jacobian).
 */
export function stretch(m: Homography, { x, y }: Point): [across: number, down: number] {
  const w = m[6] * x + m[7] * y + m[8];
  const u = (m[0] * x + m[1] * y + m[2]) / w;
  const v = (m[3] * x + m[4] * y + m[5]) / w;
  return [
    Math.hypot((m[0] - u * m[6]) / w, (m[3] - v * m[6]) / w),
    Math.hypot((m[1] - u * m[7]) / w, (m[4] - v * m[7]) / w),
  ];
}
