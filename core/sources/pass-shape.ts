/** The shape of a pass: what it strokes or fills. */

import { haloOf } from '../definitions/blurring';
import { pointsEach } from '../definitions/modifier';
import { contentKey } from '../definitions/content-key';
import type { Run, SourceContext } from '../definitions/source';
import type { Affine } from '../geometry/affine';
import { boxOfRegion, meanScale, multiply, translation } from '../geometry/affine';
import { dashed, piece } from '../geometry/dash';
import type { Cap } from '../geometry/outline';
import { arcTurn, strokeMargin } from '../geometry/outline';
import type { Strand } from '../geometry/strand';
import { displaced, lengthsOf, limited, nearestShare, normalsOf } from '../geometry/strand';
import { tapered } from '../geometry/taper';
import { coverage } from '../kernels/coverage';
import { cut, overlaid } from '../kernels/paint';
import type { Plane } from '../pixels/buffer';
import { grow, regionKey } from '../pixels/region';
import type { LineSource } from './line-source';
import { MAX_POINTS, drawnStrands, measuresOf } from './line-shape';
import type { Pass } from './pass';
import type { Blur, Grid } from './stroke';
import { TOLERANCE, shapeReach, stroked } from './stroke';

/** A line of which only some runs are drawn, with the caps of the whole at its ends; all if they are left out. */
export type PartOfLine = LineSource & { only?: { runs: readonly Run[]; cap: Cap } };

export type PassContext = Pick<SourceContext, 'map' | 'wanted' | 'memo' | 'lastMade' | 'mixing'>;

/** σ of a pass's blur, px of the render: what is not hard is soft as a blur of an eighth of its width. */
function passSigma(pass: Pass, scale: number): number {
  const soft = pass.draws === 'inside' ? 0 : (pass.width * (1 - pass.hardness / 100)) / 8;
  return Math.hypot(pass.blur, soft) * scale;
}

/** How a pass is blurred, px of the render: σ of a Gaussian, or a halo. */
export function passBlur(pass: Pass, scale: number): Blur {
  const sigma = passSigma(pass, scale);
  return pass.blurring === 'halo' && sigma > 0 ? haloOf(sigma, pass, scale) : sigma;
}

/** How far from its line a pass may have light, px of the render; the line is at most `widest` times as wide. */
export function passReach(pass: Pass, scale: number, widest: number): number {
  const moved = Math.hypot(pass.x, pass.y) * scale;
  return sharpReach(pass, scale, widest) + moved + shapeReach(passBlur(pass, scale));
}

/** The same for a pass before it is moved and blurred, px of the grid it is drawn on. */
export function sharpReach(pass: Pass, scale: number, widest: number): number {
  const width = pass.width * widest;
  const half =
    pass.draws === 'inside' ? 0 : strokeMargin((width * scale) / 2, pass.join, pass.miter);
  const inside = pass.draws === 'stroke' ? 0 : Math.max(0, pass.grow) * scale;
  return Math.max(half, inside) + Math.abs(pass.beside) * scale + 1;
}

/** More dashes than this no line has. */
const MAX_DASHES = 20_000;

/** Rows that the edges of all points of a stroke go through, at most. */
const MAX_EDGE_ROWS = 3e7;

/** Whether what a pass draws at a place depends on nothing but what of the line comes near it. */
export function isLocal(pass: Pass): boolean {
  const whole =
    pass.draws === 'inside' ||
    (pass.tapers === 'share'
      ? pass.start === 0 && pass.end === 0
      : pass.startLength === 0 && pass.endLength === 0);
  const painted = ['linear', 'radial'].includes(pass.paint) && pass.ends !== null;
  return whole && !pass.dashes && (pass.paint === 'one' || painted);
}

/**
 * The strands that a pass strokes, px of a grid; what does not reach into its region may be left out.
 * `half` is half the width of the pass there.
 */
export function passStrands(
  source: PartOfLine,
  pass: Pass,
  { map, within }: Grid,
  half: number,
): Strand[] {
  const scale = meanScale(map);
  const rounded = pass.join === 'round' && pass.beside === 0;
  const fineness = { tolerance: TOLERANCE, turn: arcTurn(half, TOLERANCE), rounded };
  const reach =
    strokeMargin(half * measuresOf(source).widest, pass.join, pass.miter) +
    Math.abs(pass.beside) * scale +
    1;
  const strands = drawnStrands(
    source,
    map,
    fineness,
    isLocal(pass) && !source.only ? boxOfRegion(grow(within, Math.ceil(reach))) : undefined,
  );
  const byLength = pass.tapers === 'length';
  const most = Math.max(1, Math.floor(MAX_DASHES / strands.length));
  return limited(
    strands.flatMap((s, i) => {
      const moved = pass.beside === 0 ? s : besides(s, pass.beside * scale);
      const total = lengthsOf(moved).at(-1) ?? 0;
      const thin = tapered(
        moved,
        {
          start: byLength ? pass.startLength * scale : (total * pass.start) / 100,
          end: byLength ? pass.endLength * scale : (total * pass.end) / 100,
          point: pass.point,
        },
        pointsEach({ points: MAX_POINTS }, strands.length),
      );
      const runs = source.only?.runs.filter((r) => r.strand === i);
      const { dash, gap, phase, fit } = pass;
      // Dashes are cut before the line is parted, so that they do not begin anew.
      const pattern = { dash: dash * scale, gap: gap * scale, phase: phase * scale, fit };
      if (!pass.dashes) return runs ? runsOf(thin, runs, source.only!.cap) : [thin];
      const made = dashed(thin, pattern, most);
      return runs ? made.filter((d) => isWithin(d, moved, runs)) : made;
    }),
    Infinity,
    // Every point of a wide stroke has edges as long as that is wide.
    Math.min(MAX_POINTS, MAX_EDGE_ROWS / (2 * half)),
  );
}

/**
 * The runs of a strand, with what varies along it. Where it is parted they shall be stroked flat, so that they
 * meet; the round ends of the whole stand beside them.
 */
function runsOf(strand: Strand, runs: readonly Run[], cap: Cap): Strand[] {
  const lengths = lengthsOf(strand);
  const total = lengths.at(-1) ?? 0;
  const last = strand.width.length - 1;
  const end = (k: number): Strand => ({
    ...{ closed: false, strength: strand.strength, isEnd: true },
    points: strand.points.slice(2 * k, 2 * k + 2),
    width: strand.width.slice(k, k + 1),
  });
  const open = !strand.closed && cap === 'round';
  return runs.flatMap(({ from, to }) => [
    to - from >= 1 - 1e-9 ? strand : piece(strand, lengths, from * total, to * total),
    ...(open && from <= 0 ? [end(0)] : []),
    ...(open && to >= 1 ? [end(last)] : []),
  ]);
}

/** Whether the middle of a dash lies on one of the runs of the strand it was cut from. */
function isWithin(dash: Strand, strand: Strand, runs: readonly Run[]): boolean {
  const k = 2 * Math.floor((dash.points.length / 2 - 1) / 2);
  const { at } = nearestShare(strand, { x: dash.points[k]!, y: dash.points[k + 1]! });
  return runs.some((r) => [at, at + 1, at - 1].some((t) => t >= r.from && t < r.to));
}

/** A strand moved to its left. */
function besides(strand: Strand, by: number): Strand {
  const normals = normalsOf(strand);
  return displaced(strand, (i) => [normals[2 * i]! * by, normals[2 * i + 1]! * by]);
}

/** The map of a pass: the line's own, after the pass is moved by its offset. */
export const passMap = (pass: Pass, map: Affine): Affine =>
  pass.x === 0 && pass.y === 0 ? map : multiply(map, translation(pass.x, pass.y));

/** What of a pass its shape does not depend on. */
const UNSHAPING: ReadonlySet<string> = new Set([
  ...['id', 'name', 'enabled', 'opacity', 'blend', 'core'],
  ...['paint', 'colour', 'ramp', 'paintAngle', 'ends', 'kept'],
]);

const lineKeys = new WeakMap<object, string>();
/** All of a line that its strands depend on, written once. */
function lineKey({ shape, gaps, modifiers, only }: PartOfLine): string {
  let key = lineKeys.get(shape);
  if (key === undefined) lineKeys.set(shape, (key = contentKey(shape)));
  return `${key} ${JSON.stringify([gaps, modifiers, only])}`;
}

/** All of a pass that its shape depends on. */
export const passKey = (pass: Pass): string =>
  JSON.stringify(Object.entries(pass).filter(([key]) => !UNSHAPING.has(key)));

/** All of a line and a pass that the shape of the pass depends on, as part of a key. */
export const shapeKey = (source: PartOfLine, pass: Pass, { map, wanted }: PassContext): string =>
  `${lineKey(source)} ${passKey(pass)} ${map.join()} ${regionKey(wanted)}`;

/** A pass before its blur, on a grid. */
export function sharpShape(source: PartOfLine, pass: Pass, grid: Grid): Plane {
  if (pass.draws === 'stroke') return sharpStroke(source, pass, grid);
  const outlines = drawnStrands(source, grid.map, { tolerance: TOLERANCE, turn: Infinity });
  let made = coverage(
    outlines.map((s) => s.points),
    pass.rule,
    grid.within,
    grid.soft,
  );
  if (pass.grow !== 0) {
    const width = 2 * Math.abs(pass.grow);
    const edge = sharpStroke(
      source,
      {
        ...pass,
        width,
        tapers: 'share',
        start: 0,
        end: 0,
        dashes: false,
        cap: 'round',
        join: 'round',
      },
      grid,
    );
    made = pass.grow > 0 ? over(made, edge) : cut(made, edge);
  }
  return pass.draws === 'both' ? over(made, sharpStroke(source, pass, grid)) : made;
}

const over = (below: Plane, above: Plane): Plane =>
  overlaid([
    [below, 1],
    [above, 1],
  ]);

/** Strands weaker than this nobody sees. */
const LEAST_STRENGTH = 0.002;

/** Half the width of a pass under a map, px after it. */
export const halfOf = (pass: Pass, map: Affine): number => (pass.width * meanScale(map)) / 2;

/** A stroke before its blur. */
function sharpStroke(source: PartOfLine, pass: Pass, grid: Grid): Plane {
  const half = halfOf(pass, grid.map);
  return strokePlane(passStrands(source, pass, grid, half), pass, half, grid);
}

/** Strands of one strength are one shape, and these are laid over one another. */
export function strokePlane(
  strands: Strand[],
  pass: Pick<Pass, 'cap' | 'join' | 'miter'>,
  half: number,
  grid: Grid,
): Plane {
  const of = (some: readonly Strand[]) =>
    coverage(
      stroked(some, half, pass.cap, pass.join, pass.miter),
      'nonzero',
      grid.within,
      grid.soft,
    );
  const strengths = new Map<number, Strand[]>();
  for (const s of strands) {
    const some = strengths.get(s.strength);
    if (some) some.push(s);
    else strengths.set(s.strength, [s]);
  }
  if (strengths.size === 1 && strengths.has(1)) return of(strands);
  return overlaid(
    [...strengths]
      .filter(([strength]) => strength > LEAST_STRENGTH)
      .map(([strength, some]) => [of(some), strength]),
  );
}
