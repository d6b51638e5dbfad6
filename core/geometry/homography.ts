import type { Affine, Box, Point } from './affine';
import type { Matrix3 } from '../pixels/matrix3';
import { adjugate, product } from '../pixels/matrix3';

/** A projective map of the plane, row by row: x' = (m0·x + m1·y + m2) / (m6·x + m7·y + m8). */
export type Homography = Matrix3;

/** An affine map as a homography. */
export const projective = ([a, b, c, d, e, f]: Affine): Homography => [a, c, e, b, d, f, 0, 0, 1];

/** Whether a homography keeps parallels parallel. */
export const isAffine = (m: Homography): boolean => m[6] === 0 && m[7] === 0 && m[8] === 1;

/** The affine map that one is, if it is one; null if it has a vanishing point. */
export const affineOf = (m: Homography): Affine | null =>
  isAffine(m) ? [m[0], m[3], m[1], m[4], m[2], m[5]] : null;

/** The map that does `n` first, then `m`. */
export const compose: (m: Homography, n: Homography) => Homography = product;

/**
 * The inverse map; null if m flattens the plane. What m shows before the horizon lies before that of the
 * inverse too: it is scaled by something above 0, so that its last number is 1 or −1 where it can be.
 */
export function inverseOf(m: Homography): Homography | null {
  const { of, determinant } = adjugate(m);
  if (!(Math.abs(determinant) > 1e-12)) return null;
  const last = of[8];
  const isPlain = isAffine(m) || Math.abs(last) < 1e-12;
  const scale = isPlain ? determinant : Math.abs(last) * Math.sign(determinant);
  return of.map((v) => v / scale) as unknown as Homography;
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
