import type { FlareAxis, FlareContext } from '../definitions/flare-part';
import { intensity, percent } from '../definitions/number-parameters';
import type { Affine, Point } from '../geometry/affine';
import { regionAround } from '../geometry/affine';
import { painted } from '../kernels/paint';
import { whole } from '../paint/whole';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import type { Mixing, Rgb } from '../pixels/colour';
import { shown } from '../pixels/colour';
import type { RampTable } from '../pixels/ramp-table';
import { knotsOf, packed } from '../pixels/ramp-table';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, isEmpty } from '../pixels/region';

/** Round spots of light, of which flares are made. */

/** What every part has: where on the axis it lies, and how bright it is. */
export const placed = (at: number) => ({
  at: {
    ...percent('Place', at, -300, 400),
    slider: [-50, 250] as const,
    help: 'Where on the axis it lies: 0 at the light, 100 at the other end.',
  },
});

export const brightness = (opacity: number) => ({
  intensity,
  opacity: { ...percent('Opacity', opacity), help: 'How much of it there is.' },
});

/** A place of the axis, px of the render: 0 at the light, 100 at the other end. */
export const onAxis = ({ from, to }: FlareAxis, at: number): Point => ({
  x: from.x + ((to.x - from.x) * at) / 100,
  y: from.y + ((to.y - from.y) * at) / 100,
});

/** Which way the axis runs, radians. */
export const axisAngle = ({ from, to }: FlareAxis): number =>
  Math.atan2(to.y - from.y, to.x - from.x);

/** A region round a place. */
export const around = ({ x, y }: Point, radius: number): Region =>
  regionAround({ x0: x, y0: y, x1: x, y1: y }, Math.ceil(radius) + 1);

/** How far colours of a table stray, of 1. */
const STRAY = 1 / 1024;

/**
 * A table of light from a middle (0) outward (1): how much of it there is, 0–1, in linear light, and its colour. In scenes that mix as
 * displayed it covers by as much as that is seen.
 */
export function spotTable(
  amount: (share: number) => number,
  colour: (share: number) => Rgb,
  mixing: Mixing,
  breaks: readonly number[] = [],
): RampTable {
  const at = (share: number): number[] => {
    const light = Math.min(1, Math.max(0, amount(share)));
    const [r, g, b] = colour(share);
    if (mixing === 'light') return [r * light, g * light, b * light, light];
    return [shown(r * light), shown(g * light), shown(b * light), shown(light)];
  };
  return packed(knotsOf(at, breaks, STRAY));
}

/** What brings a falloff to nothing at its end without an edge that could be seen. */
const ending = (r: number): number => Math.max(0, 1 - r * r) ** 3;

/** The falloff of light that scatters, 1/(1 + (r/a)²)^p, with a core of a share of the radius; it ends softly at the radius. */
export function scattered(core: number, power: number): (share: number) => number {
  const a = Math.max(0.005, core);
  return (r) => (1 + (r / a) ** 2) ** -power * ending(r);
}

/** From 0 to 1 between two places, softly. */
export const soft = (from: number, to: number, at: number): number => {
  const t = Math.min(1, Math.max(0, (at - from) / Math.max(1e-6, to - from)));
  return t * t * (3 - 2 * t);
};

/**
 * A round spot of light by a table, over what is wanted of it. `map` takes a circle of the radius 1 round (0, 0) to px of the render;
 * `shape` limits it, if it is given.
 */
export function spot(
  table: RampTable,
  map: Affine,
  region: Region,
  { wanted }: FlareContext,
  shape?: Plane,
): ColourBuffer {
  const part = intersect(region, shape ? intersect(shape.region, wanted) : wanted);
  if (isEmpty(part)) return colourBuffer(EMPTY);
  return painted(shape ?? whole(part), table, map, { x: 0, y: 0 }, { x: 1, y: 0 }, true);
}

/** No spot is smaller, px: it would fall between the middles of px. */
export const LEAST = 1.2;

/** The map of a circle of the radius 1 to one round a place, px of the render; longer across the other way, and turned, if asked. */
export function circle(at: Point, radius: number, across = radius, turn = 0): Affine {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [r, q] = [Math.max(LEAST, radius), Math.max(LEAST, across)];
  return [r * c, r * s, -q * s, q * c, at.x, at.y];
}
