import { pointsEach } from '../definitions/modifier';
import type { SourceContext } from '../definitions/source';
import type { Affine } from '../geometry/affine';
import { meanScale, multiply, translation } from '../geometry/affine';
import { dashed, piece } from '../geometry/dash';
import type { Cap } from '../geometry/outline';
import { arcTurn, strokeMargin } from '../geometry/outline';
import type { Strand } from '../geometry/strand';
import { displaced, lengthsOf, limited, normalsOf } from '../geometry/strand';
import { tapered } from '../geometry/taper';
import { coverage } from '../kernels/coverage';
import { besideShares, cut, gathering, overlaid, painted, paintedBy } from '../kernels/paint';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, isEmpty, regionKey } from '../pixels/region';
import type { LineSource } from './line';
import { MOST_POINTS, drawnStrands } from './line-shape';
import { gradientEnds, passRamp } from './gradient';
import type { Pass } from './pass';
import { rampStops } from './pass';
import { TOLERANCE, shapeReach, stroked, underBlur } from './stroke';

export type PassContext = Pick<SourceContext, 'map' | 'wanted' | 'memo' | 'mixing'>;

/** σ of a pass's blur, px of the render: what is not hard is soft as a blur of an eighth of its width. */
function passSigma(pass: Pass, scale: number): number {
  const soft = pass.draws === 'inside' ? 0 : (pass.width * (1 - pass.hardness / 100)) / 8;
  return Math.hypot(pass.blur, soft) * scale;
}

/** How far from its line a pass may have light, px of the render; the line is at most `widest` times as wide. */
export function passReach(pass: Pass, scale: number, widest: number): number {
  const width = pass.width * widest;
  const half = pass.draws === 'inside' ? 0 : strokeMargin((width * scale) / 2, pass.join);
  const inside = pass.draws === 'stroke' ? 0 : Math.max(0, pass.grow) * scale;
  const moved = Math.hypot(pass.x, pass.y) * scale;
  const beside = Math.abs(pass.beside) * scale;
  return Math.max(half, inside) + moved + beside + shapeReach(passSigma(pass, scale)) + 1;
}

/** More dashes than this no line has. */
const MOST_DASHES = 20_000;

/** Rows that the edges of all points of a stroke go through, at most. */
const MOST_EDGE_ROWS = 3e7;

/** The strands that a pass strokes, under a map, px after it. `half` is half its width there. */
function passStrands(source: LineSource, pass: Pass, map: Affine, half: number): Strand[] {
  const scale = meanScale(map);
  const strands = drawnStrands(source, map, {
    tolerance: TOLERANCE,
    turn: arcTurn(half, TOLERANCE),
  });
  const byLength = pass.tapers === 'length';
  const most = Math.max(1, Math.floor(MOST_DASHES / strands.length));
  return limited(
    strands.flatMap((s) => {
      const moved = pass.beside === 0 ? s : besides(s, pass.beside * scale);
      const total = lengthsOf(moved).at(-1) ?? 0;
      const thin = tapered(
        moved,
        {
          start: byLength ? pass.startLength * scale : (total * pass.start) / 100,
          end: byLength ? pass.endLength * scale : (total * pass.end) / 100,
          point: pass.point,
        },
        pointsEach({ points: MOST_POINTS }, strands.length),
      );
      const { dash, gap, phase, fit } = pass;
      return pass.dashes
        ? dashed(thin, { dash: dash * scale, gap: gap * scale, phase: phase * scale, fit }, most)
        : [thin];
    }),
    Infinity,
    // Every point of a wide stroke has edges as long as that is wide.
    Math.min(MOST_POINTS, MOST_EDGE_ROWS / (2 * half)),
  );
}

/** A strand moved to its left. */
function besides(strand: Strand, by: number): Strand {
  const normals = normalsOf(strand);
  return displaced(strand, (i) => [normals[2 * i]! * by, normals[2 * i + 1]! * by]);
}

/** The map of a pass: the line's own, after the pass is moved by its offset. */
const passMap = (pass: Pass, map: Affine): Affine =>
  pass.x === 0 && pass.y === 0 ? map : multiply(map, translation(pass.x, pass.y));

/** What of a pass its shape does not depend on. */
const UNSHAPING: ReadonlySet<string> = new Set([
  ...['id', 'name', 'enabled', 'opacity', 'blend', 'core'],
  ...['paint', 'colour', 'colourEnd', 'middle', 'endOpacity', 'paintAngle', 'space'],
  ...['stops', 'ends', 'kept'],
]);

const lineKeys = new WeakMap<object, string>();
/** All of a line that its strands depend on, written once: it may have thousands of anchors. */
function lineKey({ shape, gaps, modifiers }: LineSource): string {
  let key = lineKeys.get(shape);
  if (key === undefined) lineKeys.set(shape, (key = JSON.stringify(shape)));
  return `${key} ${JSON.stringify([gaps, modifiers])}`;
}

/** All of a line and a pass that the shape of the pass depends on, as part of a key. */
function shapeKey(source: LineSource, pass: Pass, { map, wanted }: PassContext): string {
  const shaping = Object.entries(pass).filter(([key]) => !UNSHAPING.has(key));
  return `${lineKey(source)} ${JSON.stringify([shaping, map, regionKey(wanted)])}`;
}

/** The shape of one pass: it depends on nothing but geometry, so a change of colour finds it kept. */
export function passPlane(source: LineSource, pass: Pass, context: PassContext): Plane {
  return context.memo(
    `pass ${shapeKey(source, pass, context)}`,
    () => passShape(source, pass, context),
    (made) => made.data.byteLength,
  );
}

const passShape = (source: LineSource, pass: Pass, { map, wanted }: PassContext): Plane =>
  scoped(() =>
    underBlur(passSigma(pass, meanScale(map)), passMap(pass, map), wanted, 1, (grid, within) =>
      sharpShape(source, pass, grid, within),
    ),
  );

/** A pass before its blur, on a grid. */
function sharpShape(source: LineSource, pass: Pass, grid: Affine, within: Region): Plane {
  if (pass.draws === 'stroke') return sharpStroke(source, pass, grid, within);
  const outlines = drawnStrands(source, grid, { tolerance: TOLERANCE, turn: Infinity });
  let made = coverage(
    outlines.map((s) => s.points),
    'evenodd',
    within,
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
      within,
    );
    made = pass.grow > 0 ? over(made, edge) : cut(made, edge);
  }
  return pass.draws === 'both' ? over(made, sharpStroke(source, pass, grid, within)) : made;
}

const over = (below: Plane, above: Plane): Plane =>
  overlaid([
    [below, 1],
    [above, 1],
  ]);

/** Strands weaker than this nobody sees. */
const LEAST_STRENGTH = 0.002;

/** Half the width of a pass under a map, px after it. */
const halfOf = (pass: Pass, map: Affine): number => (pass.width * meanScale(map)) / 2;

/** A stroke before its blur. */
function sharpStroke(source: LineSource, pass: Pass, grid: Affine, within: Region): Plane {
  const half = halfOf(pass, grid);
  return strokePlane(passStrands(source, pass, grid, half), pass, half, within);
}

/** Strands of one strength are one shape, and these are laid over one another. */
function strokePlane(strands: Strand[], pass: Pass, half: number, within: Region): Plane {
  const of = (some: readonly Strand[]) =>
    coverage(stroked(some, half, pass.cap, pass.join), 'nonzero', within);
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

/** The light of a pass that has more than one colour. */
export function paintedPass(source: LineSource, pass: Pass, context: PassContext): ColourBuffer {
  return scoped(() => {
    const ramp = passRamp(pass, context.mixing);
    if (pass.paint === 'along' || pass.paint === 'beside')
      return strokedRamp(source, pass, ramp, context);
    const shape = passPlane(source, pass, context);
    const ends = gradientEnds(source, pass);
    if (isEmpty(shape.region) || !ends) return colourBuffer(EMPTY);
    return painted(shape, ramp, context.map, ends.from, ends.to, pass.paint === 'radial');
  });
}

/** Px of a line that share a colour of a ramp along it; so many pieces a strand and a line have at most. */
const PIECE = 3;
const MOST_PIECES = 220;
const MOST_IN_ALL = 2000;

/** A stroke with a ramp along it or across its width. */
const strokedRamp = (
  source: LineSource,
  pass: Pass,
  ramp: Float32Array,
  context: PassContext,
): ColourBuffer => {
  const { map, wanted, mixing, memo } = context;
  const { middle, space } = pass;
  const paint = JSON.stringify([pass.paint, rampStops(pass), middle, space, mixing]);
  return memo(
    `ramp ${paint} ${shapeKey(source, pass, context)}`,
    () =>
      underBlur(passSigma(pass, meanScale(map)), passMap(pass, map), wanted, 4, (grid, within) => {
        const half = halfOf(pass, grid);
        const strands = passStrands(source, pass, grid, half);
        const whole = strokePlane(strands, pass, half, within);
        if (isEmpty(whole.region)) return colourBuffer(EMPTY);
        if (pass.paint === 'beside')
          return paintedBy(whole, besideShares(strands, half, whole.region), ramp);
        // Dashes are cut from one ramp: each does not begin it anew.
        const lines = pass.dashes
          ? passStrands(source, { ...pass, dashes: false }, grid, half)
          : strands;
        return paintedAlong(whole, lines, half, pass.cap, ramp);
      }),
    (made) => made.data.byteLength,
  );
};

/**
 * Pieces of one colour each are gathered, which gives every px the mean colour of what lies there; the
 * coverage of the whole then gives it its edges.
 */
function paintedAlong(
  whole: Plane,
  strands: readonly Strand[],
  half: number,
  ends: Cap,
  ramp: Float32Array,
): ColourBuffer {
  const gathered = gathering(whole.region);
  const add = (parts: readonly Strand[], cap: Cap, at: number) => {
    // A little wider than the whole, so that there is a colour wherever that has coverage.
    const area = coverage(stroked(parts, half + 1, cap, 'round'), 'nonzero', whole.region);
    const c = 4 * Math.round(at * (ramp.length / 4 - 1));
    gathered.add(area, ramp.subarray(c, c + 4));
  };
  const measured = strands.map((strand) => ({ strand, lengths: lengthsOf(strand) }));
  const all = measured.reduce((sum, { lengths }) => sum + (lengths.at(-1) ?? 0), 0);
  const step = Math.max(PIECE, all / MOST_IN_ALL);
  const short: Strand[] = [];
  for (const { strand, lengths } of measured) {
    const total = lengths.at(-1) ?? 0;
    const pieces = Math.max(1, Math.min(MOST_PIECES, Math.ceil(total / step)));
    if (pieces === 1) short.push(strand);
    else
      for (let i = 0; i < pieces; i++) {
        const part = piece(strand, lengths, (total * i) / pieces, (total * (i + 1)) / pieces);
        add([part], i === 0 || i === pieces - 1 ? ends : 'flat', (i + 0.5) / pieces);
      }
  }
  if (short.length > 0) add(short, ends, 0.5);
  return gathered.within(whole);
}
