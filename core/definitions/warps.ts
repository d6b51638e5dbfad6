import * as v from 'valibot';
import { coordinate, pointSchema } from '../geometry/coordinate';
import { pathSchema } from '../geometry/path-schema';
import { idSchema } from './id';
import { placementSchema } from './placement';

/** The values of steps that carry pixels elsewhere: parts of a layer, and meshes of points; all in the layer's own px. */

/** As many parts of one layer are reshaped by one step. */
export const MAX_REGIONS = 24;
/** A mesh has from so many to so many points on a side. */
export const FEWEST_POINTS = 2;
export const MAX_POINTS = 12;

export const regionsSchema = v.pipe(
  v.array(
    v.strictObject({
      id: idSchema,
      /** What it goes round, as the layer stands after the parts before it. */
      path: v.pipe(
        pathSchema,
        v.check(
          (p) => p.anchors.length >= 3,
          'A part to reshape goes round at least three anchors.',
        ),
      ),
      /** How far beyond it what lies round is carried along, ever less. */
      soft: v.pipe(v.number(), v.minValue(1), v.maxValue(5000)),
      /** Where it is carried. */
      to: placementSchema,
    }),
  ),
  v.maxLength(MAX_REGIONS, `One step reshapes at most ${MAX_REGIONS} parts.`),
  v.check(
    (all) => new Set(all.map((r) => r.id)).size === all.length,
    'Two parts to reshape have the same id.',
  ),
);

const count = v.pipe(
  v.number(),
  v.integer(),
  v.minValue(FEWEST_POINTS),
  v.maxValue(MAX_POINTS, `A mesh has ${FEWEST_POINTS} to ${MAX_POINTS} points on a side.`),
);

export const meshSchema = v.pipe(
  v.strictObject({
    /** The box over which the points lie evenly before they are moved. */
    box: v.pipe(
      v.strictObject({ x0: coordinate, y0: coordinate, x1: coordinate, y1: coordinate }),
      v.check((b) => b.x1 > b.x0 && b.y1 > b.y0, 'The box of a mesh has a width and a height.'),
    ),
    columns: count,
    rows: count,
    /** Where they stand, row by row. */
    points: v.array(pointSchema),
  }),
  v.check(
    (m) => m.points.length === m.columns * m.rows,
    'A mesh has as many points as its columns times its rows.',
  ),
);

/** A part of a layer, and where it is carried. */
export type ReshapedRegion = v.InferOutput<typeof regionsSchema>[number];
/** Points over a box, each of which may be moved. */
export type Mesh = v.InferOutput<typeof meshSchema>;

/** As many drips of one step are changed by hand. */
export const MAX_DRIPS = 500;

export const dripsSchema = v.pipe(
  v.array(
    v.strictObject({
      /** Where it was found to hang, the layer's own px: the nearest to it is meant. */
      x: coordinate,
      y: coordinate,
      /** How far it was moved along the edge, px, and how many times longer it was made. */
      across: coordinate,
      longer: v.pipe(v.number(), v.minValue(0), v.maxValue(50)),
      removed: v.boolean(),
    }),
  ),
  v.maxLength(MAX_DRIPS, `At most ${MAX_DRIPS} drips of a step are changed by hand.`),
);

/** What was done to one drip, or tongue, by hand. */
export type DripChange = v.InferOutput<typeof dripsSchema>[number];

/** How edges are drawn out; lengths in px of the layer. */
export interface DrawnOut {
  /** The way they are drawn, clockwise from the right, degrees, the layer's own. */
  direction: number;
  /** How far apart they hang, and the share of them that there are, 0–1. */
  apart: number;
  share: number;
  length: number;
  /** How much their lengths differ, 0–1. */
  spread: number;
  width: number;
  /** How much wider the bead at the end is, 0–2; below 0 they end in a point. */
  bead: number;
  /** How far they sway, of their width, 0–2. */
  waves: number;
  seed: number;
  /** What was done to single ones by hand. */
  drips: readonly DripChange[];
}
