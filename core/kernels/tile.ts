import type { Affine } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/** How far round a point each px of a region lies, 0–1, clockwise. `back` takes px to that point at (0, 0). */
export function conePlane(back: Affine, region: Region): Plane {
  const out: Plane = unwritten(region, 1);
  onHeap((at) =>
    run('coneRows', region.height, region.width * 16, [
      ...rowsOf(at, out, region, 'write'),
      region.x,
      region.y,
      region.width,
      ...back,
    ]),
  );
  return out;
}

/** A shape filled with a tile laid side by side; `back` takes px of the render to px of the tile. */
export function tiled(
  shape: Plane,
  tile: ColourBuffer,
  back: Affine,
  mirror: boolean,
): ColourBuffer {
  const { region } = shape;
  const out: ColourBuffer = unwritten(region, 4);
  onHeap((at) =>
    run('tileRows', region.height, region.width * 16, [
      ...rowsOf(at, out, region, 'write'),
      ...rowsOf(at, shape, region),
      region.x,
      region.y,
      region.width,
      at(tile.data),
      tile.region.width,
      tile.region.height,
      mirror ? 1 : 0,
      ...back,
    ]),
  );
  return out;
}
