import { contours } from 'd3-contour';
import type { Plane } from '../pixels/buffer';
import type { Path } from './path';
import { freehandPath } from './freehand';

/**
 * The contours of a plane where it reaches a level (half, unless said), as rings: x and y in turn, px that the plane lies on, the last point not
 * the first again. Outsides and holes alike (marching squares, the plane's case of Lorensen &
 * Cline, "Marching cubes", SIGGRAPH 1987). It is closed along the edges of the plane.
 */
export function ringsOf({ region, data }: Plane, level = 0.5): number[][] {
  const { x, y, width, height } = region;
  if (width < 1 || height < 1) return [];
  const [shape] = contours().size([width, height]).thresholds([level])(data as unknown as number[]);
  return shape!.coordinates.flatMap((polygon) =>
    polygon.map((ring) => ring.slice(0, -1).flatMap(([px, py]) => [px! + x, py! + y])),
  );
}

/** A ring shorter than this is a speck, px. */
const SPECK = 4;

/** Rings as closed paths of few anchors that stray from them by no more than `fidelity` px; specks are left out. */
export const pathsOfRings = (rings: readonly number[][], fidelity: number): Path[] =>
  rings
    .filter((ring) => roundOf(ring) > SPECK)
    .map((ring) => {
      const samples = Array.from({ length: ring.length / 2 }, (_, i) => ({
        x: ring[2 * i]!,
        y: ring[2 * i + 1]!,
        pressure: 0.5,
      }));
      return freehandPath([...samples, samples[0]!], fidelity, Infinity);
    });

/** How long it is round a ring, px. */
function roundOf(ring: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    sum += Math.hypot(ring[j]! - ring[i]!, ring[j + 1]! - ring[i + 1]!);
  }
  return sum;
}
