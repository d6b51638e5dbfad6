import type { Point } from '../../geometry/affine';
import { placed } from '../arrange/placement';
import type { Layer } from '../model/schema';
import type { StartingPoint } from './parts';
import { streak } from './streak';
import { blade } from './blade';
import { darkBlade } from './dark-blade';
import { beam } from './beam';
import { bar } from './bar-of-light';
import { ring } from './ring';
import { spiral } from './spiral-round';
import { bolt } from './lightning';
import { bulbs } from './bulb-string';
import { ribbons } from './ribbon-waves';
import { tube } from './tube';

export type { StartingPoint };
export { flareLooks } from './flares';
export { particleLooks } from './particles';
export { airs } from './air';
export { fires } from './fires';

/** Every starting point, in the order of the palette. To add one: one file, and one line here. */
export const startingPoints: readonly StartingPoint[] = [
  tube,
  streak,
  blade,
  darkBlade,
  beam,
  bar,
  ring,
  spiral,
  bolt,
  bulbs,
  ribbons,
];

/** A starting point as a layer of a scene, its middle at a place (scene px). */
export function started(
  point: StartingPoint,
  scene: { width: number; height: number },
  to: Point,
): Layer {
  const layer = point.make(Math.max(scene.width, scene.height));
  return { ...layer, placement: { ...placed(), x: Math.round(to.x), y: Math.round(to.y) } };
}
