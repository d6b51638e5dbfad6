import type { Memo } from '../definitions/memo';
import type { Caster } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { drift } from '../geometry/chance';
import { multiply, scaling, translation } from '../geometry/affine';
import type { Fire } from '../kernels/flame';
import type { FluidSetting, FluidState } from '../kernels/fluid';
import { flowed, stillFluid } from '../kernels/fluid';
import type { Plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { ofWay } from './beginnings';
import { fuelFor } from './gas-fuel';
import type { GasValues } from './gas-parameters';

/** Hot gas, of flames and of smoke: a fluid on a grid of its own, from rest to its moment. */

/** Cells of a grid at most, and how many of them a flame is high. */
const CELLS = 20_000;
const HIGH = 72;
/** How many times as large cells are while something is dragged. */
const ROUGH = 2.2;
/** After so many seconds another fire begins: no moment is farther from rest. */
const ROUND = 4;
/** Steps from one state that is cached to the next. */
const STAGE = 8;
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

/** How fast it rises, px/s. */
export const riseOf = ({ height, lift }: GasValues): number =>
  RISE * Math.sqrt(height) * Math.sqrt(Math.max(0.05, lift / 100));
/** How long gas takes to its height, s: flames are burnt out by then. */
const burnTime = (v: GasValues): number => v.height / (RISE * Math.sqrt(v.height));

/** The grid of gas that rises from a box: room for its height, and for where the wind carries it; `draft`, a rough one. */
export function gridFor(v: GasValues, { lasts }: GasKind, box: Box, draft = false): GasGrid {
  const [dx, dy] = ofWay(v.wind * lasts * burnTime(v), v.windAngle);
  const side = 0.5 * v.height;
  const up = v.height * (1.1 + 0.5 * Math.min(2, v.lift / 100));
  const x0 = box.x0 - side + Math.min(0, dx);
  const x1 = box.x1 + side + Math.max(0, dx);
  const y0 = box.y0 - up + Math.min(0, dy);
  const y1 = box.y1 + 0.2 * v.height + Math.max(0, dy);
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

/** Which cells of a grid are solid: what an obstacle covers by half. */
function solidFor(grid: GasGrid, covers: ((to: Affine) => Plane) | null): Float32Array | null {
  if (!covers) return null;
  return scoped(() => covers(grid.map).data.slice());
}

/** What drives the gas. */
function settingFor(
  v: GasValues,
  { burn, fades }: GasKind,
  { cell, width, height }: GasGrid,
  source: Float32Array,
  solid: Float32Array | null,
): FluidSetting {
  const speed = riseOf(v);
  // A narrow column has more air to carry along.
  const narrow = v.from === 'point' ? Math.min(4, Math.max(1, v.height / (3 * v.wide))) : 1;
  const buoyancy = (narrow * ((speed / 0.07) * (v.lift / 100 > 0 ? 1 : 0))) / cell;
  const step = Math.min(1 / 20, Math.max(1 / 60, (2.8 * cell) / (speed + v.wind)));
  const stirred = v.turbulence / 100;
  const seed = Math.round(v.seed) * 37 + 5;
  return {
    ...{ width, height, source, solid, seed, step, buoyancy, fastest: (1.3 * speed) / cell },
    ...{ burn: burn / burnTime(v), cooling: fades },
    wind(time) {
      const gust = 1 + ((1.2 * v.gusts) / 100) * drift(seed, 1.3 * time);
      return ofWay((v.wind * gust) / cell, v.windAngle);
    },
    windPull: 0.1 + Math.min(3, (4 * v.wind) / speed),
    confinement: 9 * stirred,
    stir: stirred * 0.55 * buoyancy,
    eddy: Math.max(2, (1.1 * v.tongue) / cell),
    breaks: v.breaks / 100,
    tongue: Math.max(1, v.tongue / cell),
    flicker: 2.4 * Math.max(0.4, speed / Math.max(speed, 2.5 * v.tongue)),
    forget: 4 / burnTime(v),
  };
}

/** What gas at a moment is made of. */
export interface GasOf {
  values: GasValues;
  kind: GasKind;
  grid: GasGrid;
  caster: Caster | undefined;
  place: { x: number; y: number };
  /** What an obstacle covers on a grid under a map from the layer's own px; null for none. */
  covers: ((to: Affine) => Plane) | null;
  /** Names all that it depends on but the moment. */
  key: string;
  /** How far beyond its gas it is drawn, cells. */
  reach: number;
  memo: Memo;
}

/**
 * Gas at its moment, by steps from rest. States on the way are cached, so that a moment beside one that was seen is near; each
 * round of four seconds begins from rest, some seconds before its first moment.
 */
export function gasAt(of: GasOf): Fire {
  const { values: v, kind, grid, caster, place, covers, key, reach, memo } = of;
  const bytes = (made: Float32Array) => made.byteLength;
  const source = memo(`${key} source`, () => fuelFor(v, grid, caster, place), bytes);
  const solid = covers && memo(`${key} solid`, () => solidFor(grid, covers)!, bytes);
  const setting = settingFor(v, kind, grid, source, solid);
  const round = Math.floor(v.moment / ROUND);
  const start = round * ROUND - 1.25 * kind.lasts * burnTime(v);
  const steps = Math.round((v.moment - start) / setting.step);
  const at = (stage: number): FluidState =>
    stage === 0
      ? stillFluid(grid)
      : memo(
          `${key} ${round} ${stage}`,
          () => flowed(at(stage - 1), setting, start + (stage - 1) * STAGE * setting.step, STAGE),
          bytes,
        );
  const stage = Math.floor(steps / STAGE);
  const rest = steps - stage * STAGE;
  const state =
    rest === 0 ? at(stage) : flowed(at(stage), setting, start + stage * STAGE * setting.step, rest);
  const cells = grid.width * grid.height;
  const plane = (n: number) => state.subarray(n * cells, (n + 1) * cells);
  const fuel = plane(2);
  return {
    ...{ width: grid.width, height: grid.height, fuel },
    ...{ fromX: plane(3), fromY: plane(4), near: around(fuel, grid, reach) },
  };
}

/** The most that a plane has within so many cells to every side. */
function around(fuel: Float32Array, { width, height }: GasGrid, reach: number): Float32Array {
  const across = new Float32Array(fuel.length);
  const out = new Float32Array(fuel.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let most = 0;
      for (let k = Math.max(0, x - reach); k <= Math.min(width - 1, x + reach); k++)
        most = Math.max(most, fuel[y * width + k]!);
      across[y * width + x] = most;
    }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let most = 0;
      for (let k = Math.max(0, y - reach); k <= Math.min(height - 1, y + reach); k++)
        most = Math.max(most, across[k * width + x]!);
      out[y * width + x] = most;
    }
  return out;
}
