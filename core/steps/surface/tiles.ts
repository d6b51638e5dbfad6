import type { Term } from '../../fields/field';
import {
  abs,
  add,
  less,
  mix,
  cellBorder,
  cells,
  divide,
  floor,
  fract,
  min,
  max,
  multiply,
  subtract,
} from '../../fields/field';

/** How a plane is laid out in tiles, as fields of the place in tiles. */

/** Which tile a place lies in, as two whole numbers, and how far it is from the edge of that, tiles. */
export interface Tiling {
  column: Term;
  row: Term;
  edge: Term;
}

const HEX = Math.sqrt(3);

/** The distance to the nearer side of a unit, from a place in it. */
const toSide = (t: Term): Term => subtract(0.5, abs(subtract(fract(t), 0.5)));

/** Squares; `wide` times as wide as high. */
export const squares = (x: Term, y: Term, wide = 1): Tiling => ({
  column: floor(divide(x, wide)),
  row: floor(y),
  edge: min(multiply(toSide(divide(x, wide)), wide), toSide(y)),
});

/** Bricks, twice as wide as high, each course moved by half. */
export function bricks(x: Term, y: Term): Tiling {
  const row = floor(y);
  const odd = subtract(row, multiply(2, floor(multiply(row, 0.5))));
  const u = add(multiply(x, 0.5), multiply(odd, 0.5));
  return { column: floor(u), row, edge: min(multiply(toSide(u), 2), toSide(y)) };
}

/** Triangles that stand and hang in turn, with sides of a unit. */
export function triangles(x: Term, y: Term): Tiling {
  const v = multiply(y, 2 / HEX);
  const u = subtract(x, multiply(v, 0.5));
  const [s, t] = [fract(u), fract(v)];
  const upper = subtract(1, less(add(s, t), 1));
  // The three heights over the sides of the half that the place lies in, of one.
  const a = mix(s, subtract(1, s), upper);
  const b = mix(t, subtract(1, t), upper);
  const c = abs(subtract(1, add(s, t)));
  return {
    column: add(multiply(2, floor(u)), upper),
    row: floor(v),
    edge: multiply(min(a, min(b, c)), HEX / 2),
  };
}

/** Hexagons a unit wide, with corners above and below. */
export function hexagons(x: Term, y: Term): Tiling {
  // Two grids of rectangles, one in the middles of the other; the nearer middle is that of the tile.
  const grid = (shift: number) => {
    const i = floor(add(x, shift));
    const j = floor(add(divide(y, HEX), shift));
    const middleX = add(i, 0.5 - shift);
    const middleY = multiply(add(j, 0.5 - shift), HEX);
    const [dx, dy] = [subtract(x, middleX), subtract(y, middleY)];
    return { i, j, dx, dy, far: add(multiply(dx, dx), multiply(dy, dy)) };
  };
  const [even, odd] = [grid(0), grid(0.5)];
  const isOdd = less(odd.far, even.far);
  const pick = (key: 'i' | 'j' | 'dx' | 'dy'): Term => mix(even[key], odd[key], isOdd);
  const [dx, dy] = [abs(pick('dx')), abs(pick('dy'))];
  const side = max(dx, add(multiply(dx, 0.5), multiply(dy, HEX / 2)));
  return {
    column: add(multiply(2, pick('i')), isOdd),
    row: pick('j'),
    edge: subtract(0.5, side),
  };
}

/** Tiles round points strewn one a unit: of a grid at 0, anywhere in their units at 1. */
export function irregular(x: Term, y: Term, loose: number, seed: number): Tiling {
  // Never quite at the edge of its unit, so that the point tells which unit it is of.
  const most = Math.min(0.96, loose);
  const cell = cells(x, y, seed, most);
  return {
    column: floor(add(x, cell.toX)),
    row: floor(add(y, cell.toY)),
    edge: cellBorder(x, y, cell, seed, most),
  };
}
