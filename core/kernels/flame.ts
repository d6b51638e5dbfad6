import type { Affine } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import type { RampTable } from '../pixels/ramp-table';
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
  onHeap((at) =>
    run('flameRows', region.height, region.width * 60, [
      ...rowsOf(at, to, region, 'write'),
      ...([region.x, region.y, region.width] as const),
      at(fire.fuel),
      at(fire.fromX),
      at(fire.fromY),
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
