import type { Box, Point } from './affine';
import type { Homography } from './homography';

/** Four corners: top left, top right, bottom right, bottom left of what they were before they moved. */
export type Quad = readonly [Point, Point, Point, Point];

/** The corners of a box. */
export const quadOf = ({ x0, y0, x1, y1 }: Box): Quad => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];

/** Four corners, each changed. */
export const mapQuad = (
  [a, b, c, d]: Quad,
  change: (p: Point, i: number) => Point,
): [Point, Point, Point, Point] => [change(a, 0), change(b, 1), change(c, 2), change(d, 3)];

/** The sines of angles flatter than this count as straight. */
const FLAT = 0.01;

/** Whether a picture can be seen in four corners: they go round one way, and none lies on a line with others. */
export function isConvex(quad: Quad): boolean {
  let side = 0;
  for (let i = 0; i < 4; i++) {
    const [p, q, r] = [quad[i]!, quad[(i + 1) % 4]!, quad[(i + 2) % 4]!];
    const [ax, ay, bx, by] = [q.x - p.x, q.y - p.y, r.x - q.x, r.y - q.y];
    const turn = (ax * by - ay * bx) / (Math.hypot(ax, ay) * Math.hypot(bx, by));
    if (!(Math.abs(turn) > FLAT) || (side !== 0 && Math.sign(turn) !== side)) return false;
    side = Math.sign(turn);
  }
  return true;
}

/**
 * The homography that takes the corners of a box to four others, in order (Heckbert, "Fundamentals of
 * texture mapping and image warping", 1989, section 2.2.3); null if the box has no size or the corners
 * are not convex.
 */
export function boxToQuad(box: Box, quad: Quad): Homography | null {
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
  if (!(w > 0 && h > 0) || !isConvex(quad)) return null;
  const [p, q, r, s] = quad;
  const [dx1, dx2, sx] = [q.x - r.x, s.x - r.x, p.x - q.x + r.x - s.x];
  const [dy1, dy2, sy] = [q.y - r.y, s.y - r.y, p.y - q.y + r.y - s.y];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const k = (dx1 * sy - sx * dy1) / det;
  // From the unit square, whose own px are shares of the box.
  const [a, b] = [(q.x - p.x + g * q.x) / w, (s.x - p.x + k * s.x) / h];
  const [d, e] = [(q.y - p.y + g * q.y) / w, (s.y - p.y + k * s.y) / h];
  const [m, n] = [g / w, k / h];
  return [
    ...([a, b, p.x - a * box.x0 - b * box.y0] as const),
    ...([d, e, p.y - d * box.x0 - e * box.y0] as const),
    ...([m, n, 1 - m * box.x0 - n * box.y0] as const),
  ];
}

/**
 * The corners with one of them (by its place) carried to a point. In perspective its neighbour along the
 * side it moves on goes as far the other way, so that a rectangle looks turned away.
 */
export function withCorner(quad: Quad, at: number, to: Point, perspective: boolean): Quad {
  const from = quad[at]!;
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  if (!perspective) return mapQuad(quad, (p, i) => (i === at ? to : p));
  const along = Math.abs(dx) > Math.abs(dy);
  // Top and bottom sides join 0–1 and 2–3, left and right ones 0–3 and 1–2.
  const other = along ? at ^ 1 : 3 - at;
  const moved = (p: Point, k: number) =>
    along ? { x: p.x + k * dx, y: p.y } : { x: p.x, y: p.y + k * dy };
  return mapQuad(quad, (p, i) => (i === at ? moved(p, 1) : i === other ? moved(p, -1) : p));
}
