import type { Affine } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import type { RampTable } from '../pixels/ramp-table';
import { floats, scoped } from '../pixels/heap';
import { isEmpty } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/** A fire to be drawn: planes of its grid. */
export interface Fire {
  width: number;
  height: number;
  fuel: Float32Array;
  /** Where the gas came from, cells from where it is. */
  fromX: Float32Array;
  fromY: Float32Array;
  /** Above 0 where anything can be seen. */
  near: Float32Array;
}

/** How a fire is refined and what light it gives. */
export interface FireLook {
  /** By how far the gas has burnt: premultiplied light. */
  ramp: RampTable;
  /** How far noise bends it, and how large that is, cells. */
  detail: number;
  grain: number;
  /** How much noise eats into its edges. */
  ragged: number;
  seed: number;
  /** How many flames stand one behind the other. */
  sheets: number;
}

/** Adds a fire to a buffer, in place; `back` takes px of the render to cells. */
export function addFire(to: ColourBuffer, fire: Fire, back: Affine, look: FireLook): void {
  const { region } = to;
  if (isEmpty(region)) return;
  scoped(() => drawFire(to, fire, back, look));
}

/** So many places of a fine plane stand for each cell, across and down (assembly/flame.ts). */
const FINE = 4;

/** A plane of a fire's grid, made finer; it belongs to the scope. */
function finer(plane: Float32Array, { width, height }: Fire): Float32Array {
  const out = floats(plane.length * FINE * FINE);
  onHeap((at) =>
    run('finerRows', height * FINE, width * 12, [at(plane), width, height, at(out, 'write')]),
  );
  return out;
}

function drawFire(to: ColourBuffer, fire: Fire, back: Affine, look: FireLook): void {
  const { region } = to;
  const [fuel, fromX, fromY] = [fire.fuel, fire.fromX, fire.fromY].map((p) => finer(p, fire));
  onHeap((at) =>
    run('flameRows', region.height, region.width * 60, [
      ...rowsOf(at, to, region, 'write'),
      ...([region.x, region.y, region.width] as const),
      at(fuel!),
      at(fromX!),
      at(fromY!),
      at(fire.near),
      fire.width,
      fire.height,
      ...back,
      meanScale(back),
      at(look.ramp),
      ...([look.detail, look.grain, look.ragged, look.seed, look.sheets] as const),
    ]),
  );
}
