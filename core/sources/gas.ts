import type { Memo } from '../definitions/memo';
import type { Affine } from '../geometry/affine';
import { drift } from '../geometry/chance';
import type { Fire } from '../kernels/flame';
import type { FluidSetting, FluidState } from '../kernels/fluid';
import { flowed, stillFluid } from '../kernels/fluid';
import type { Plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { BegunOn } from './beginnings';
import { ofWay } from './beginnings';
import { fuelFor } from './gas-fuel';
import type { GasGrid, GasKind } from './gas-grid';
import { burnTime, riseOf } from './gas-grid';
import type { GasValues } from './gas-parameters';

/** Hot gas, of flames and of smoke: a fluid on a grid of its own, from rest to its moment. */

/** After so many seconds another fire begins: no moment is farther from rest. A rough one begins sooner. */
const ROUND = 4;
const ROUGH_ROUND = 2;
/** Steps from one state that is cached to the next. */
const STAGE = 4;
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
  caster: BegunOn | undefined;
  place: { x: number; y: number };
  /** What an obstacle covers on a grid under a map from the layer's own px; null for none. */
  covers: ((to: Affine) => Plane) | null;
  /** Names all that it depends on but the moment. */
  key: string;
  /** How far beyond its gas it is drawn, cells. */
  reach: number;
  memo: Memo;
  /** Whether it is a rough one, while something is dragged. */
  draft: boolean;
}

/**
 * Gas at its moment, by steps from rest. States on the way are cached, so that a moment beside one that was seen is near; each
 * round of four seconds begins from rest, some seconds before its first moment.
 */
export function gasAt(of: GasOf): Fire {
  const { values: v, kind, grid, caster, place, covers, key, reach, memo, draft } = of;
  const bytes = (made: Float32Array) => made.byteLength;
  const source = memo(`${key} source`, () => fuelFor(v, grid, caster, place), bytes);
  const solid = covers && memo(`${key} solid`, () => solidFor(grid, covers)!, bytes);
  const setting = settingFor(v, kind, grid, source, solid);
  const seconds = draft ? ROUGH_ROUND : ROUND;
  const round = Math.floor(v.moment / seconds);
  const start = round * seconds - 1.25 * kind.lasts * burnTime(v);
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
