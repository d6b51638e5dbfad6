import type { Affine, Box } from '../geometry/affine';
import { multiply, scaling, translation } from '../geometry/affine';
import { ofWay } from './beginnings';
import type { GasValues } from './gas-parameters';

/** Where hot gas lies, how fast it rises and how long it lasts. */

/** Cells of a grid at most, and how many of them a flame is high. */
const CELLS = 20_000;
const HIGH = 72;
/** How many times as large cells are while something is dragged. */
const ROUGH = 2.2;
/** Px a second that flames of a height (px) rise, by the root of it. */
const RISE = 15;

/** Where gas lies: from the layer's own px to cells, and how many there are. */
export interface GasGrid {
  map: Affine;
  /** Px of a cell. */
  cell: number;
  width: number;
  height: number;
}

/** How gas of a kind behaves. */
export interface GasKind {
  /** In how many times of what it takes to its height it has gone with the wind, as far as that is seen. */
  lasts: number;
  /** How much of it burns up in that time, 0–1, and which share of the rest fades in a second, as an exponent. */
  burn: number;
  fades: number;
}

/** Flames burn up by their height. */
export const FIRE: GasKind = { lasts: 1, burn: 1, fades: 0.15 };

/** How fast it rises, px/s. */
export const riseOf = ({ height, lift }: GasValues): number =>
  RISE * Math.sqrt(height) * Math.sqrt(Math.max(0.05, lift / 100));
/** How long gas takes to its height, s: flames are burnt out by then. */
export const burnTime = ({ height }: Pick<GasValues, 'height'>): number =>
  height / (RISE * Math.sqrt(height));

/** What decides how far gas reaches. */
type Reaching = Pick<GasValues, 'height' | 'lift' | 'wind' | 'windAngle'>;

/** A box of gas that rises from another: room for its height, and for where the wind carries it. */
export function reachedBy(v: Reaching, { lasts }: GasKind, box: Box): Box {
  const [dx, dy] = ofWay(v.wind * lasts * burnTime(v), v.windAngle);
  const side = 0.5 * v.height;
  const up = v.height * (1.1 + 0.5 * Math.min(2, v.lift / 100));
  return {
    x0: box.x0 - side + Math.min(0, dx),
    x1: box.x1 + side + Math.max(0, dx),
    y0: box.y0 - up + Math.min(0, dy),
    y1: box.y1 + 0.2 * v.height + Math.max(0, dy),
  };
}

/** The grid of gas that rises from a box; `draft`, a rough one. */
export function gridFor(v: GasValues, kind: GasKind, box: Box, draft = false): GasGrid {
  const { x0, y0, x1, y1 } = reachedBy(v, kind, box);
  // Half as fine to either side takes a quarter of the time, and longer steps.
  const rough = draft ? ROUGH : 1;
  const fine = Math.sqrt(((x1 - x0) * (y1 - y0)) / CELLS);
  const cell = rough * Math.max(fine, v.height / HIGH, 0.25);
  return {
    map: multiply(scaling(1 / cell), translation(-x0, -y0)),
    cell,
    width: Math.max(8, Math.ceil((x1 - x0) / cell)),
    height: Math.max(8, Math.ceil((y1 - y0) / cell)),
  };
}
