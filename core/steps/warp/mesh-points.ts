import type { Box, Point } from '../../geometry/affine';
import type { Sheet } from '../../geometry/rubber-sheet';
import { evenLines, sheetOver } from '../../geometry/rubber-sheet';
import type { Mesh } from '../../definitions/warps';

/** Meshes: points over a box, through which the layer is bent smoothly. */

/** Cells of the sheet between two points of a mesh. */
const FINE = 12;

/** Where the points of a mesh lie before they are moved, row by row. */
export const restingPoints = (box: Box, columns: number, rows: number): Point[] =>
  evenLines(box.y0, box.y1, rows - 1).flatMap((y) =>
    evenLines(box.x0, box.x1, columns - 1).map((x) => ({ x, y })),
  );

/** A mesh over a box that bends nothing yet. */
export const flatMesh = (box: Box, columns: number, rows: number): Mesh => ({
  ...{ box, columns, rows },
  points: restingPoints(box, columns, rows),
});

/** A cubic through four values at −1, 0, 1 and 2, at t in 0–1 (Catmull & Rom, 1974). */
const spline = (a: number, b: number, c: number, d: number, t: number): number =>
  b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));

/** A value along a row of n: through all of them, beyond the ends as straight as there. */
function along(n: number, value: (i: number) => number, u: number): number {
  const i = Math.min(n - 2, Math.max(0, Math.floor(u)));
  const at = (k: number): number =>
    k < 0 ? 2 * value(0) - value(1) : k >= n ? 2 * value(n - 1) - value(n - 2) : value(k);
  return spline(at(i - 1), at(i), at(i + 1), at(i + 2), u - i);
}

/** Where a mesh carries a point of its box, px of the layer: the points themselves exactly, those between smoothly. */
export function throughMesh(mesh: Mesh, p: Point): Point {
  const { box, columns, rows, points } = mesh;
  const u = ((p.x - box.x0) / (box.x1 - box.x0)) * (columns - 1);
  const v = ((p.y - box.y0) / (box.y1 - box.y0)) * (rows - 1);
  const of = (key: 'x' | 'y') =>
    along(rows, (j) => along(columns, (i) => points[j * columns + i]![key], u), v);
  return { x: of('x'), y: of('y') };
}

/** So many times as far as its points are carried a spline of them may go: 5/4 along each axis, half way between points. */
const OVERSHOOT = (5 / 4) ** 2;

/** No point is carried farther than this by a mesh, px of the layer. */
export function reachOfMesh({ box, columns, rows, points }: Mesh): number {
  const ways = restingPoints(box, columns, rows).map((p, i) =>
    Math.hypot(points[i]!.x - p.x, points[i]!.y - p.y),
  );
  return OVERSHOOT * Math.max(...ways);
}

/** The sheet of a mesh, in the layer's own px; what lies beyond its box is carried as its border is. */
export const sheetOfMesh = (mesh: Mesh): Sheet =>
  sheetOver(
    evenLines(mesh.box.x0, mesh.box.x1, (mesh.columns - 1) * FINE),
    evenLines(mesh.box.y0, mesh.box.y1, (mesh.rows - 1) * FINE),
    (p) => throughMesh(mesh, p),
  );

/** A mesh with other numbers of points: the new ones lie where the old carry them. */
export const meshWith = (mesh: Mesh, columns: number, rows: number): Mesh => ({
  ...{ box: mesh.box, columns, rows },
  points: restingPoints(mesh.box, columns, rows).map((p) => throughMesh(mesh, p)),
});

/** Whether a mesh carries nothing anywhere. */
export const isFlat = (mesh: Mesh): boolean => reachOfMesh(mesh) < 1e-9;
