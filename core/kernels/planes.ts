import type { Affine } from '../geometry/affine';
import { multiply, translation } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { intersect, isEmpty, translated } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/** Plain work on planes that styles are made of. What works in place says so. */

/** Puts every value through a table for 0–1 (two floats at least), in place; between two it is mixed. */
export function lookUp(plane: Plane, table: Float32Array): void {
  const { region } = plane;
  onHeap((at) =>
    run('lookRows', region.height, region.width * 4, [
      ...rowsOf(at, plane, region, 'write'),
      region.width,
      at(table),
      table.length,
    ]),
  );
}

/** Brings every value to 0–1, in place. */
export const clamp = (plane: Plane): void => lookUp(plane, LEVEL);

/** The table that leaves 0–1 as it is. */
const LEVEL = Float32Array.of(0, 1);

/** A plane moved by (dx, dy) px, over a region; between px it is mixed (bilinear). */
export function shifted(plane: Plane, dx: number, dy: number, region: Region): Plane {
  if (Number.isInteger(dx) && Number.isInteger(dy))
    return crop({ ...plane, region: translated(plane.region, dx, dy) }, region);
  const out: Plane = unwritten(region, 1);
  const from = plane.region;
  // Whole px and the rest apart: the rest is the same for every region.
  const [wholeX, wholeY] = [Math.floor(-dx), Math.floor(-dy)];
  onHeap((at) =>
    run('shiftRows', region.height, region.width * 10, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, plane, from),
      from.width,
      from.height,
      region.x + wholeX - from.x,
      region.y + wholeY - from.y,
      -dx - wholeX,
      -dy - wholeY,
      region.width,
    ]),
  );
  return out;
}

/**
 * A plane seen through an affine map over a region: each px shows what lies at its place under `back`, which
 * takes px of the render to px of the plane (middles at ½); between px it is mixed (bilinear), and beyond its
 * edges it goes on as they are.
 */
export function sampled(plane: Plane, back: Affine, region: Region): Plane {
  const out: Plane = unwritten(region, 1);
  const from = plane.region;
  const [a, b, c, d, e, f] = multiply(
    translation(-0.5 - from.x, -0.5 - from.y),
    multiply(back, translation(region.x + 0.5, region.y + 0.5)),
  );
  onHeap((at) =>
    run('sampleRows', region.height, region.width * 12, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, plane, from),
      from.width,
      from.height,
      a,
      b,
      c,
      d,
      e,
      f,
      region.width,
    ]),
  );
  return out;
}

/** The work of a kernel on one plane by another, over what both have, in place. */
const byAnother =
  (kernel: 'addRows' | 'differRows' | 'timesRows' | 'cutRows') => (plane: Plane, by: Plane) => {
    const part = intersect(plane.region, by.region);
    if (isEmpty(part)) return;
    onHeap((at) =>
      run(kernel, part.height, part.width * 2, [
        ...rowsOf(at, plane, part, 'write'),
        ...rowsOf(at, by, part),
        part.width,
      ]),
    );
  };

/** Puts each value at its distance from that of another plane, which must have all of its px. */
export const differ = byAnother('differRows');
/** Multiplies by another plane, which must have all of its px. */
export const times = byAnother('timesRows');
/** Adds another plane, which must have all of its px. */
export const add = byAnother('addRows');
/** Takes out what another plane covers: v · (1 − by). */
export const without = byAnother('cutRows');

/**
 * How brightly each px of a relief (heights, px) is lit from a direction (a unit vector: right, down,
 * towards the eye): the cosine of the angle to its normal, 0–1 (Lambert).
 */
export function relief(heights: Plane, light: readonly [number, number, number]): Plane {
  const { region } = heights;
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('reliefRows', region.height, region.width * 8, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, heights, region),
      region.width,
      region.height,
      ...light,
    ]),
  );
  return out;
}

/** Grains a plane by an amount (0–1), in place; grains are `size` px wide and hang on their place alone. */
export function grain(plane: Plane, amount: number, size: number, seed: number): void {
  const { region } = plane;
  onHeap((at) =>
    run('grainRows', region.height, region.width * 6, [
      ...rowsOf(at, plane, region, 'write'),
      region.width,
      region.x,
      region.y,
      Math.max(1e-3, size),
      amount,
      seed,
    ]),
  );
}

/**
 * Takes a share (0–1) of the light of a plane away where a relief (heights, px) does not face what distances (px) are
 * from, in place. Distances and heights go a px beyond the plane on every side.
 */
export function facing(light: Plane, distances: Plane, heights: Plane, share: number): void {
  const { region } = light;
  onHeap((at) =>
    run('facingRows', region.height, region.width * 10, [
      ...rowsOf(at, light, region, 'write'),
      ...rowsOf(at, distances, region),
      ...rowsOf(at, heights, region),
      share,
      region.width,
    ]),
  );
}
