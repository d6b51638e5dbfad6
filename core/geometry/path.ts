import type { Affine, Box, Point } from './affine';
import { apply } from './affine';

export type AnchorKind = 'corner' | 'smooth' | 'symmetrical';

/**
 * A point the path goes through. Handles are offsets from the anchor, in the path's own px; (0, 0)
 * where the curve leaves straight. A smooth anchor keeps its handles on one line, a symmetrical one
 * keeps them as long as each other as well.
 */
export interface Anchor {
  x: number;
  y: number;
  kind: AnchorKind;
  in: Point;
  out: Point;
  /** What a pen pressed here makes of the line's width, a factor; 1 if it is left out. */
  width?: number;
}

/** Whether both handles of an anchor are there and lie on one line, within an angle whose sine is `within`. */
export function isAligned(a: Anchor, within: number): boolean {
  const size = Math.hypot(a.in.x, a.in.y) * Math.hypot(a.out.x, a.out.y);
  if (!(size > 1e-12)) return false;
  const cross = Math.abs(a.in.x * a.out.y - a.in.y * a.out.x);
  return cross < within * size && a.in.x * a.out.x + a.in.y * a.out.y < 0;
}

/** An anchor that is smooth where its handles lie on one line. */
export const settled = (a: Anchor, within: number): Anchor =>
  isAligned(a, within) ? { ...a, kind: 'smooth' } : a;

/** One run of cubic Bézier segments through its anchors. */
export interface Path {
  closed: boolean;
  anchors: Anchor[];
}

/** A cubic Bézier: start, two controls, end. */
export type Cubic = readonly [Point, Point, Point, Point];

/** An anchor without handles. */
export const corner = (x: number, y: number): Anchor => ({
  x,
  y,
  kind: 'corner',
  in: { x: 0, y: 0 },
  out: { x: 0, y: 0 },
});

/** An anchor whose handles mirror each other. */
export const smooth = (x: number, y: number, outX: number, outY: number): Anchor => ({
  x,
  y,
  kind: 'smooth',
  // 0 − 0 and not −0, which JSON does not keep.
  in: { x: 0 - outX, y: 0 - outY },
  out: { x: outX, y: outY },
});

/** How many segments a path has. */
export function segmentCount(path: Path): number {
  const n = path.anchors.length;
  return n < 2 ? 0 : path.closed ? n : n - 1;
}

/** Segment `i` as a cubic. Throws a RangeError if there is no such segment. */
export function segment(path: Path, i: number): Cubic {
  const a = path.anchors[i];
  const b = path.anchors[(i + 1) % path.anchors.length];
  if (!a || !b || i >= segmentCount(path))
    throw new RangeError(`The path has ${segmentCount(path)} segments; there is no segment ${i}.`);
  return [
    { x: a.x, y: a.y },
    { x: a.x + a.out.x, y: a.y + a.out.y },
    { x: b.x + b.in.x, y: b.y + b.in.y },
    { x: b.x, y: b.y },
  ];
}

/** Every segment, in order. */
export const segments = (path: Path): Cubic[] =>
  Array.from({ length: segmentCount(path) }, (_, i) => segment(path, i));

/** A cubic's point at t in [0, 1] (Bernstein form). */
export function pointAt([p, q, r, s]: Cubic, t: number): Point {
  const u = 1 - t;
  const a = u * u * u;
  const b = 3 * u * u * t;
  const c = 3 * u * t * t;
  const d = t * t * t;
  return { x: a * p.x + b * q.x + c * r.x + d * s.x, y: a * p.y + b * q.y + c * r.y + d * s.y };
}

/** A cubic under an affine map. */
export const mapCubic = (m: Affine, [p, q, r, s]: Cubic): Cubic => [
  apply(m, p),
  apply(m, q),
  apply(m, r),
  apply(m, s),
];

/** An anchor under an affine map, handles and all. */
export const mapAnchor = (m: Affine, anchor: Anchor): Anchor => {
  const turned = ({ x, y }: Point) => ({ x: m[0] * x + m[2] * y, y: m[1] * x + m[3] * y });
  return { ...anchor, ...apply(m, anchor), in: turned(anchor.in), out: turned(anchor.out) };
};

/** A path under an affine map. */
export const mapPath = (m: Affine, path: Path): Path => ({
  ...path,
  anchors: path.anchors.map((a) => mapAnchor(m, a)),
});

/** The tight box of a path's curve (extrema of each cubic); null for a path without anchors. */
export function curveBox(path: Path): Box | null {
  const first = path.anchors[0];
  if (!first) return null;
  const box = { x0: first.x, y0: first.y, x1: first.x, y1: first.y };
  for (const c of segments(path)) {
    for (const t of [1, ...extrema(c, 'x'), ...extrema(c, 'y')]) {
      const p = pointAt(c, t);
      box.x0 = Math.min(box.x0, p.x);
      box.y0 = Math.min(box.y0, p.y);
      box.x1 = Math.max(box.x1, p.x);
      box.y1 = Math.max(box.y1, p.y);
    }
  }
  return box;
}

/** Parameters in (0, 1) where a cubic turns back along one axis: the roots of its derivative. */
function extrema([p, q, r, s]: Cubic, axis: 'x' | 'y'): number[] {
  const a = -p[axis] + 3 * q[axis] - 3 * r[axis] + s[axis];
  const b = 2 * (p[axis] - 2 * q[axis] + r[axis]);
  const c = q[axis] - p[axis];
  const roots: number[] = [];
  if (Math.abs(a) < 1e-12) {
    if (Math.abs(b) > 1e-12) roots.push(-c / b);
  } else {
    const disc = b * b - 4 * a * c;
    if (disc >= 0) roots.push((-b + Math.sqrt(disc)) / (2 * a), (-b - Math.sqrt(disc)) / (2 * a));
  }
  return roots.filter((t) => t > 0 && t < 1);
}
