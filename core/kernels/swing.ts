import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import type { Point } from '../geometry/affine';
import { onHeap, run } from './machine';
import { byThirds } from './thirds';

/** What a picture is swung by about a place: turned and scaled, from half of this one way to half of it the other. */
export interface Swing {
  /** px of the render. */
  centre: Point;
  /** Radians. */
  turn: number;
  /** The natural logarithm of the scale. */
  zoom: number;
}

/** How far a swing moves what is `distance` px from its centre, px from end to end of its way. */
const swingReach = ({ turn, zoom }: Omit<Swing, 'centre'>, distance: number): number =>
  distance * (Math.abs(turn) + 2 * Math.sinh(Math.abs(zoom) / 2));

/**
 * Pixels each of which is the mean of those that it would pass while it is swung about a place, over `wanted`; outside the pixels is
 * nothing. `distance` is how far from the centre anything lies that matters, px: it says how many samples are taken.
 */
export function swung(
  pixels: ColourBuffer,
  { centre, turn, zoom }: Swing,
  distance: number,
  wanted: Region,
): ColourBuffer {
  const reach = swingReach({ turn, zoom }, distance);
  const region = intersect(wanted, grow(pixels.region, Math.ceil(reach) + 2));
  if (isEmpty(region) || isEmpty(pixels.region)) return colourBuffer(EMPTY);
  const all = grow(pixels.region, Math.ceil(reach) + 2);
  return byThirds(pixels, region, all, reach, (made, part, stage) => {
    const step = 1 / 3 ** stage;
    return thirds(made, { centre, turn: turn * step, zoom: zoom * step }, part);
  });
}

/** The mean of each px and of what lies a swing further, and a swing back. */
function thirds(pixels: ColourBuffer, { centre, turn, zoom }: Swing, region: Region) {
  const out: ColourBuffer = unwritten(region, 4);
  const moved = (way: number) =>
    [
      Math.exp(zoom * way) * Math.cos(turn) - 1,
      Math.exp(zoom * way) * Math.sin(turn * way),
    ] as const;
  const from = pixels.region;
  onHeap((at) =>
    run('swingRows', region.height, region.width * 16, [
      ...([at(pixels.data), from.width, from.height, from.x, from.y] as const),
      at(out.data, 'write'),
      ...([region.x, region.y, region.width, centre.x, centre.y] as const),
      ...moved(1),
      ...moved(-1),
    ]),
  );
  return out;
}
