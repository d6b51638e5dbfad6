import type { Region } from '../pixels/region';
import { covering } from '../pixels/region';

/** x' = a·x + c·y + e, y' = b·x + d·y + f: the column order of SVG and CSS `matrix()`. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export interface Point {
  x: number;
  y: number;
}

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];

/** The map that does `n` first, then `m`. */
export function multiply(m: Affine, n: Affine): Affine {
  return [
    m[0] * n[0] + m[2] * n[1],
    m[1] * n[0] + m[3] * n[1],
    m[0] * n[2] + m[2] * n[3],
    m[1] * n[2] + m[3] * n[3],
    m[0] * n[4] + m[2] * n[5] + m[4],
    m[1] * n[4] + m[3] * n[5] + m[5],
  ];
}

export const scaling = (sx: number, sy = sx): Affine => [sx, 0, 0, sy, 0, 0];
export const translation = (x: number, y: number): Affine => [1, 0, 0, 1, x, y];

/** A turn by an angle in radians, from +x towards +y. */
export function rotation(angle: number): Affine {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return [c, s, -s, c, 0, 0];
}

/** How much areas grow under m (signed). */
export const determinant = (m: Affine): number => m[0] * m[3] - m[1] * m[2];

/** The inverse map, or null if m flattens the plane. */
export function invert(m: Affine): Affine | null {
  const det = determinant(m);
  if (!(Math.abs(det) > 1e-12)) return null;
  const [a, b, c, d, e, f] = m;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

/** A point under a map. */
export const apply = (m: Affine, p: Point): Point => ({
  x: m[0] * p.x + m[2] * p.y + m[4],
  y: m[1] * p.x + m[3] * p.y + m[5],
});

/** A way under the linear part of a map: its shift does not count. */
export const applyToWay = ([a, b, c, d]: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y,
  y: b * x + d * y,
});

/** The mean scale of a map: the square root of how much areas grow. */
export const meanScale = (m: Affine): number => Math.sqrt(Math.abs(determinant(m)));

/** How much a map makes of a length where it makes most of it: its largest singular value. */
export function largestScale([a, b, c, d]: Affine): number {
  const sum = a * a + b * b + c * c + d * d;
  const det = a * d - b * c;
  return Math.sqrt((sum + Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2);
}

/** A box by its edges, in any unit. */
export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** A region of whole px as a box. */
export const boxOfRegion = ({ x, y, width, height }: Region): Box => ({
  x0: x,
  y0: y,
  x1: x + width,
  y1: y + height,
});

/** The whole px within `reach` px (> 0) of a box. The box may be a line or a point: the region is not empty. */
export const regionAround = ({ x0, y0, x1, y1 }: Box, reach: number): Region =>
  covering(x0 - reach, y0 - reach, x1 + reach, y1 + reach);

/** An angle, radians from the x axis, as it lies under a map. */
export function angleUnder(map: Affine, angle: number): number {
  const way = applyToWay(map, { x: Math.cos(angle), y: Math.sin(angle) });
  return Math.atan2(way.y, way.x);
}

/** The smallest upright box round a box under a map. */
export function boxUnder(m: Affine, box: Box): Box {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const [x, y] of [
    [box.x0, box.y0],
    [box.x1, box.y0],
    [box.x1, box.y1],
    [box.x0, box.y1],
  ] as const) {
    const p = apply(m, { x, y });
    xs.push(p.x);
    ys.push(p.y);
  }
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
}

/** The smallest box that holds both. */
export const unitedBox = (a: Box | null, b: Box): Box =>
  a
    ? {
        x0: Math.min(a.x0, b.x0),
        y0: Math.min(a.y0, b.y0),
        x1: Math.max(a.x1, b.x1),
        y1: Math.max(a.y1, b.y1),
      }
    : b;

/** A map done about a point instead of about (0, 0). */
export const about = (p: Point, map: Affine): Affine =>
  multiply(translation(p.x, p.y), multiply(map, translation(-p.x, -p.y)));

/** The middle of a box. */
export const middleOf = (b: Box): Point => ({ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 });

/** Edges and middles that things are lined up by. */
export type Edge = 'left' | 'middle' | 'right' | 'top' | 'centre' | 'bottom';

/** Where an edge or middle of a box lies: an x for the first three, a y for the others. */
export function edgeOf(box: Box, edge: Edge): Partial<Point> {
  switch (edge) {
    case 'left':
      return { x: box.x0 };
    case 'middle':
      return { x: middleOf(box).x };
    case 'right':
      return { x: box.x1 };
    case 'top':
      return { y: box.y0 };
    case 'centre':
      return { y: middleOf(box).y };
    case 'bottom':
      return { y: box.y1 };
  }
}
