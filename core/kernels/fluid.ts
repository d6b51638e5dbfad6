import { floats, scoped } from '../pixels/heap';
import type { Address } from './arguments';
import { flowOn, mostDivergent, onHeap, run, settleFlow } from './machine';

/** Hot gas on a grid (assembly/fluid.ts). */

/** Planes that a fluid is, one after another: speeds to the right and down, fuel, where the gas came from (x, y), pressure. */
export const STATE_PLANES = 6;
/** What it burns from and what is solid come after them, and then room to work in. */
const ALL_PLANES = 14;

/** A fluid that stands still, or as it was left: `STATE_PLANES` planes of `width` × `height` cells. */
export type FluidState = Float32Array;

/** What a fluid is driven by, and where it burns. Speeds are in cells a second, lengths in cells. */
export interface FluidSetting {
  width: number;
  height: number;
  /** How much fuel each cell is given, 0–1, and which are solid (above a half). */
  source: Float32Array;
  solid: Float32Array | null;
  seed: number;
  /** Seconds of a step. */
  step: number;
  /** How fast full fuel lifts, cells/s², and up to which speed, cells/s. */
  buoyancy: number;
  fastest: number;
  /** How much fuel is lost in a second, 0–1, and which share of what is left, as an exponent. */
  burn: number;
  cooling: number;
  /** The wind at a time (s), and how soon the gas goes with it. */
  wind(time: number): readonly [x: number, y: number];
  windPull: number;
  /** How much small eddies are put back, and how strongly hot gas is stirred, cells/s², by eddies of a size. */
  confinement: number;
  stir: number;
  eddy: number;
  /** How unevenly it burns, 0–1. */
  breaks: number;
  /** How wide tongues are, and how many times in a second they change. */
  tongue: number;
  flicker: number;
  /** How soon gas forgets where it came from, as an exponent. */
  forget: number;
}

/** Sweeps of the pressure in a step where something is solid, and by how much each goes beyond what it sees. */
const SWEEPS = 40;
const OVER_RELAXED = 1.86;

/** A fluid that stands still. */
export const stillFluid = ({ width, height }: Pick<FluidSetting, 'width' | 'height'>): FluidState =>
  new Float32Array(STATE_PLANES * width * height);

/** The values of a step, as the kernel reads them. */
const valuesAt = (s: FluidSetting, time: number, sweeps = SWEEPS): Float32Array =>
  Float32Array.of(
    ...[time, s.step, s.buoyancy, s.burn, ...s.wind(time), s.windPull, s.confinement, s.stir],
    ...[
      s.eddy,
      s.breaks,
      s.tongue,
      s.flicker,
      s.forget,
      sweeps,
      s.seed,
      OVER_RELAXED,
      s.cooling,
      s.fastest,
    ],
  );

/** Floats that the solver of the pressure needs (assembly/fluid-solver.ts): modes, sines, and four floats a place or two a sine. */
function solverRoom({ width, height }: Pick<FluidSetting, 'width' | 'height'>): number {
  const [short, long] = [Math.min(width, height), Math.max(width, height)];
  const stride = 16 * Math.ceil(short / 16);
  return stride * (long + stride) + 4 * long + 4;
}

/** Works on a fluid on the heap, and returns what becomes of it. */
function onFluid(state: FluidState, s: FluidSetting, work: (at: number) => void): FluidState {
  const cells = s.width * s.height;
  return scoped(() => {
    const room = floats(ALL_PLANES * cells + solverRoom(s));
    room.fill(0);
    room.set(state);
    room.set(s.source, STATE_PLANES * cells);
    if (s.solid) room.set(s.solid, (STATE_PLANES + 1) * cells);
    onHeap((at) => work(at(room, 'write')));
    return Float32Array.from(room.subarray(0, STATE_PLANES * cells));
  });
}

/** A fluid so many steps on, from a time (s). The one given stays as it is. */
export const flowed = (
  state: FluidState,
  s: FluidSetting,
  time: number,
  steps: number,
): FluidState =>
  onFluid(state, s, (f) =>
    onHeap((at) => {
      for (let n = 0; n < steps; n++) {
        const fluid = [
          f as Address,
          s.width,
          s.height,
          at(valuesAt(s, time + n * s.step)),
        ] as const;
        flowOn([...fluid]);
        run('flowRows', s.height, s.width * 100, [...fluid]);
        run('burnRows', s.height, s.width * 50, [...fluid]);
      }
    }),
  );

/** A fluid with speeds that press nothing together; where something is solid, by so many sweeps. */
export const settled = (state: FluidState, s: FluidSetting, sweeps: number): FluidState =>
  onFluid(state, s, (f) =>
    onHeap((at) => settleFlow([f as Address, s.width, s.height, at(valuesAt(s, 0, sweeps))])),
  );

/** The most that flows into a cell and not out, cells a second, outside what is solid. */
export function divergenceOf(state: FluidState, s: FluidSetting): number {
  let most = 0;
  onFluid(state, s, (f) => {
    most = mostDivergent([f as Address, s.width, s.height]);
  });
  return most;
}
