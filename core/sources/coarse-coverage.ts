import type { Caster } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { invert, multiply, scaling, translation } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { grow } from '../pixels/region';

/** The longer side of the grid, px. */
const SIDE = 768;

/** How a layer covers a grid over the scene that is the same for every region and scale. */
export interface CoarseCoverage {
  /** 0–1, `margin` px farther than the grid on every side; it belongs to the scope. */
  coverage: Plane;
  width: number;
  height: number;
  /** From px of the grid to the px of the layer that looks. */
  toOwn: Affine;
}

/** What `covers` a grid over the scene, for a layer under a map whose scene lies in a box, px of the render; null under a map without a way back. */
export function coarseCoverage(
  covers: Caster['under'],
  scene: Box,
  map: Affine,
  margin = 0,
): CoarseCoverage | null {
  const back = invert(map);
  if (!back) return null;
  const [across, down] = [scene.x1 - scene.x0, scene.y1 - scene.y0];
  const fine = SIDE / Math.max(across, down, 1);
  const toGrid = multiply(scaling(fine), translation(-scene.x0, -scene.y0));
  const [width, height] = [across, down].map((n) => Math.max(1, Math.ceil(n * fine))) as [
    number,
    number,
  ];
  const far = grow({ x: 0, y: 0, width, height }, margin);
  const coverage = crop(covers(multiply(toGrid, map), far), far);
  return { coverage, width, height, toOwn: multiply(back, invert(toGrid)!) };
}
