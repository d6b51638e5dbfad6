import type { Parameters } from '../../definitions/parameter';
import type { Anchor } from '../../geometry/path';
import { smooth } from '../../geometry/path';
import type { LineShape } from '../../sources/line-shape';
import type { Pass } from '../../sources/pass';
import { newPass } from '../../sources/pass';
import { newId } from '../model/new-id';
import type { Layer } from '../model/schema';

/** What starting points are put together from. */

/** Ready-made light: a layer like any other, to go on from. */
export interface StartingPoint {
  /** For keys and addresses. */
  name: string;
  label: string;
  /** One sentence for the palette. */
  help: string;
  /** A layer round (0, 0) for a scene whose longer side is `side` px. */
  make(side: number): Layer;
}

export type PassValues = Partial<Omit<Pass, 'id' | 'name'>>;

/** A pass with an id of its own. */
export const pass = (name: string, values: PassValues): Pass => newPass(newId(), name, values);

/** An open path. */
export const open = (...anchors: Anchor[]): LineShape => ({
  kind: 'path',
  paths: [{ closed: false, anchors }],
});

/** A place of a curve, and the handle on it from there. */
type Bend = readonly [x: number, y: number, handleX: number, handleY: number];

/** An open curve by way of three places, as shares of `side` px; the handle on the last leads back into the curve. */
export function curve(side: number, from: Bend, by: Bend, to: Bend): LineShape {
  const begin = smooth(...scaled(side, from));
  const end = smooth(...scaled(side, to));
  return open({ ...begin, in: NONE }, smooth(...scaled(side, by)), {
    ...end,
    in: end.out,
    out: NONE,
  });
}

const NONE = { x: 0, y: 0 };
const scaled = (side: number, [x, y, u, v]: Bend) =>
  [x * side, y * side, u * side, v * side] as const;

/** Places as shares of the longer side. */
export const at = (side: number) => (x: number, y: number) => [x * side, y * side] as const;

/** The longer side of the scenes that the lengths of starting points are made for, px. */
const SIDE = 1920;

/** Values whose lengths are px in a scene of that side, for one whose longer side is `side` px. */
export const fittedTo = <T extends object>(parameters: Parameters, values: T, side: number): T => ({
  ...values,
  ...Object.fromEntries(
    Object.entries(parameters).flatMap(([key, p]) => {
      if (p.kind !== 'number' || p.unit !== 'px') return [];
      const own = ((values as Record<string, number>)[key]! * side) / SIDE;
      return [[key, Math.round(Math.min(p.max, Math.max(p.min, own)) * 10) / 10]];
    }),
  ),
});
