import type { Anchor, Path } from '../geometry/path';
import { corner, smooth } from '../geometry/path';

/** Handles of a circular arc: 4/3·tan(θ/4) of the radius, for an arc of θ radians. */
export const arcHandle = (angle: number): number => (4 / 3) * Math.tan(angle / 4);

/** An arc of an ellipse round (0, 0) from one angle through a sweep (radians), open. */
export function arcAnchors(rx: number, ry: number, from: number, sweep: number): Anchor[] {
  const pieces = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 2) - 1e-9));
  const k = arcHandle(sweep / pieces);
  return Array.from({ length: pieces + 1 }, (_, i) => {
    const a = from + (sweep * i) / pieces;
    return smooth(Math.cos(a) * rx, Math.sin(a) * ry, -Math.sin(a) * rx * k, Math.cos(a) * ry * k);
  });
}

/** A whole ellipse round (0, 0). */
export const ellipsePath = (rx: number, ry: number): Path => ({
  closed: true,
  anchors: arcAnchors(rx, ry, -Math.PI / 2, 2 * Math.PI).slice(0, -1),
});

/** A path of straight lines. */
export const polygonPath = (
  points: readonly (readonly [number, number])[],
  closed: boolean,
): Path => ({
  closed,
  anchors: points.map(([x, y]) => corner(x, y)),
});
