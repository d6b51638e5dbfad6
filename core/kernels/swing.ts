import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import type { Point } from '../geometry/affine';
import { onHeap, run } from './machine';

/** What a picture is swung by about a place: turned and scaled, from half of this one way to half of it the other. */
export interface Swing {
  /** px of the render. */
  centre: Point;
  /** Radians. */
  turn: number;
  /** The natural logarithm of the scale. */
  zoom: number;
}

/** Up to this reach, px, two stages are enough: each reads between px, which softens a little, and so the fewer the better. */
const SHORT = 64;
/** At most so many samples a stage. */
const MOST = 10;

/** How far a swing moves what is `distance` px from its centre, px from end to end. */
export const swingReach = ({ turn, zoom }: Omit<Swing, 'centre'>, distance: number): number =>
  distance * (Math.min(2, Math.abs(turn)) + 2 * Math.sinh(Math.abs(zoom) / 2));

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
  // The means of a stage are means of the one before: together they take as many samples as the product of theirs.
  const stages = reach <= SHORT ? 2 : 3;
  const n = Math.min(MOST, Math.max(2, Math.ceil(reach ** (1 / stages))));
  return scoped(() => {
    let made = pixels;
    for (let stage = 0; stage < stages; stage++) {
      // Each stage takes n of the steps of the next finer one; the last are the finest.
      const step = 1 / n ** (stage + 1);
      const left = Math.ceil(reach * step) + 2;
      const all = grow(pixels.region, Math.ceil(reach) + 2);
      const part = stage === stages - 1 ? region : intersect(grow(region, left), all);
      made = one(made, { centre, turn: turn * step, zoom: zoom * step }, n, part);
    }
    return made;
  });
}

/** The mean of n samples, each a swing further than the one before, about the px itself. */
function one(pixels: ColourBuffer, { centre, turn, zoom }: Swing, n: number, region: Region) {
  const out: ColourBuffer = unwritten(region, 4);
  const power = (k: number) => {
    const size = Math.exp(zoom * k);
    return [size * Math.cos(turn * k), size * Math.sin(turn * k)] as const;
  };
  // Of powers on a spiral through 1 the ends are the farthest from it, while it turns by less than half.
  const spread = Math.max(
    ...[-(n - 1) / 2, (n - 1) / 2].map((k) => {
      const [a, b] = power(k);
      return Math.hypot(a - 1, b);
    }),
  );
  const from = pixels.region;
  onHeap((at) =>
    run('swingRows', region.height, region.width * 8 * n, [
      ...([at(pixels.data), from.width, from.height, from.x, from.y] as const),
      at(out.data, 'write'),
      ...([region.x, region.y, region.width, centre.x, centre.y] as const),
      ...power(1),
      ...power(-(n - 1) / 2),
      spread,
      n,
    ]),
  );
  return out;
}
