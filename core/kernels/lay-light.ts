import type { Affine } from '../geometry/affine';
import { IDENTITY } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import { isEmpty } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/** Light (linear, nothing for alpha) laid on other light. */

/** Adds light to other light, in place, times a factor for each channel: each px gets what lies at its place under a map, mixed between px. */
export function addMapped(to: ColourBuffer, light: ColourBuffer, map: Affine, by: Rgb): void {
  const { region } = to;
  const from = light.region;
  if (isEmpty(from)) return;
  const [a, b, c, d, e, f] = map;
  onHeap((at) =>
    run('addMappedRows', region.height, region.width * 12, [
      at(light.data),
      from.width,
      from.height,
      from.x,
      from.y,
      ...rowsOf(at, to, region, 'write'),
      region.x,
      region.y,
      region.width,
      a,
      c,
      e,
      b,
      d,
      f,
      ...by,
    ]),
  );
}

/** Adds light times a factor for each channel to other light, in place. */
export const addLight = (to: ColourBuffer, light: ColourBuffer, by: Rgb): void =>
  addMapped(to, crop(light, to.region), IDENTITY, by);
