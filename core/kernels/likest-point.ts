import type { Affine } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { rowStride } from './arguments';
import { onHeap, rowsOf, run } from './machine';

/** Floats of a point: its place (units), and its colour. */
export const POINT = 5;

/** Points, one a unit: `POINT` floats each, row by row from the unit (`left`, `top`) on, `wide` to a row. */
export interface UnitPoints {
  data: Float32Array;
  left: number;
  top: number;
  wide: number;
}

/**
 * The unit of the point that each px is nearest to, in place and colour, as two planes of whole numbers: among nine about the unit that
 * the px lies in, all of which must be there. `back` takes px to units; a difference of colours of 1 in a channel counts as `counts` square
 * units.
 */
export function likestPoints(
  pixels: ColourBuffer,
  back: Affine,
  points: UnitPoints,
  counts: number,
): { column: Plane; row: Plane } {
  const { region } = pixels;
  const column: Plane = unwritten(region, 1);
  const row: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('likestPointRows', region.height, region.width * 60, [
      at(column.data, 'write'),
      at(row.data, 'write'),
      rowStride(region, 1),
      ...rowsOf(at, pixels, region),
      ...([region.x, region.y, region.width] as const),
      ...back,
      at(points.data),
      ...([points.left, points.top, points.wide, counts] as const),
    ]),
  );
  return { column, row };
}

/** 1 where a px and one beside it are not of one unit, else 0. */
export function unitBorders(column: Plane, row: Plane): Plane {
  const { region } = column;
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('borderRows', region.height, region.width * 6, [
      at(column.data),
      at(row.data),
      at(out.data, 'write'),
      rowStride(region, 1),
      region.width,
      region.height,
    ]),
  );
  return out;
}
