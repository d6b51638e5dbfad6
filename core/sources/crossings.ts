import * as v from 'valibot';
import type { Run } from '../definitions/source';
import { length } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';
import type { Point } from '../geometry/affine';
import type { Strand } from '../geometry/strand';
import { lengthsOf, thinned } from '../geometry/strand';

/** Where a line crosses itself, and which of its two strands goes over the other. */

/** What can be set on the crossings of a line as a whole. */
export const crossingParameters = {
  way: {
    kind: 'choice',
    label: 'Crossings',
    help: 'Which strand goes over where a crossing was not chosen by itself.',
    options: [
      { value: 'alternate', label: 'Alternating' },
      { value: 'later', label: 'The later over' },
      { value: 'earlier', label: 'The earlier over' },
    ],
    default: 'alternate',
  },
  gap: {
    ...length('Parted by', 3, { max: 500, slider: [0, 40] }),
    help: 'How far the strand beneath ends before the one above.',
  },
} as const;

/** A place of a strand (by its number), a share of its length. */
const place = v.strictObject({
  strand: v.pipe(v.number(), v.integer(), v.minValue(0)),
  at: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
});

export const crossingsSchema = v.strictObject({
  ...parameterEntries(crossingParameters),
  /** All the crossings there were when one was last chosen, in order: where, and whether the first goes over. */
  choices: v.array(v.strictObject({ first: place, second: place, firstOver: v.boolean() })),
});

export type Crossings = v.InferOutput<typeof crossingsSchema>;
export type CrossingChoice = Crossings['choices'][number];

/** A crossing: the earlier visit of it and the later, where it is, and which way either goes there, unit vectors. */
export interface Crossing {
  first: CrossingChoice['first'];
  second: CrossingChoice['second'];
  point: Point;
  ways: readonly [first: Point, second: Point];
}

/** The sine of the angle at which two ways cross. */
const sineOf = ([a, b]: Crossing['ways']): number => Math.abs(a.x * b.y - a.y * b.x);

/** More points than these are not looked at, and no more crossings are reported. */
const MAX_POINTS = 4000;
const MAX_CROSSINGS = 200;
/** A line that crosses itself more often is a scribble, in which no strand can be followed. */
const SCRIBBLE = 4000;
/** Strands that run along each other more closely than this do not cross: a sine. */
const LEAST_SINE = 0.05;
/** A choice is meant for a crossing no farther from where it was than this, shares of both strands together. */
const NEAR = 0.08;

/** A straight piece of a strand. */
interface Piece {
  strand: number;
  index: number;
  a: Point;
  b: Point;
  /** How far along it begins, and how long it is, px. */
  from: number;
  long: number;
}

/** The straight pieces of strands, thinned to what can be looked at. */
function piecesOf(strands: readonly Strand[]): { pieces: Piece[]; totals: number[] } {
  const all = strands.reduce((sum, s) => sum + s.width.length, 0);
  const totals: number[] = [];
  const pieces = strands.flatMap((whole, strand) => {
    const s = thinned(whole, Math.max(1, all / MAX_POINTS));
    const lengths = lengthsOf(s);
    totals.push(lengths.at(-1) ?? 0);
    const n = s.width.length;
    const at = (i: number): Point => ({ x: s.points[2 * (i % n)]!, y: s.points[2 * (i % n) + 1]! });
    return Array.from({ length: lengths.length - 1 }, (_, index): Piece => ({
      ...{ strand, index, a: at(index), b: at(index + 1) },
      ...{ from: lengths[index]!, long: lengths[index + 1]! - lengths[index]! },
    }));
  });
  return { pieces, totals };
}

/**
 * Where strands cross themselves and each other, in the order in which they are come to first. Pieces are paired by
 * their boxes along x (a sweep), and meet where both parameters lie within them. No more than 200 are given; of a line
 * that crosses itself more than 4,000 times, none.
 */
export function crossingsOf(strands: readonly Strand[]): Crossing[] {
  const { pieces, totals } = piecesOf(strands);
  const order = [...pieces].sort((p, q) => Math.min(p.a.x, p.b.x) - Math.min(q.a.x, q.b.x));
  const found: Crossing[] = [];
  let open: Piece[] = [];
  for (const p of order) {
    const left = Math.min(p.a.x, p.b.x);
    open = open.filter((q) => Math.max(q.a.x, q.b.x) >= left);
    for (const q of open) {
      const met = meeting(q, p);
      if (!met) continue;
      const share = (piece: Piece, t: number) =>
        Math.min(1, Math.max(0, (piece.from + t * piece.long) / (totals[piece.strand]! || 1)));
      const one = { strand: q.strand, at: share(q, met.t) };
      const other = { strand: p.strand, at: share(p, met.u) };
      if (isEnd(strands, one, other)) continue;
      if (found.length >= SCRIBBLE) return [];
      const { point, ways } = met;
      const inOrder = (one.strand - other.strand || one.at - other.at) < 0;
      found.push(
        inOrder
          ? { first: one, second: other, point, ways }
          : { first: other, second: one, point, ways: [ways[1], ways[0]] },
      );
    }
    open.push(p);
  }
  found.sort((a, b) => a.first.strand - b.first.strand || a.first.at - b.first.at);
  return found.slice(0, MAX_CROSSINGS);
}

/** Where a strand merely meets itself at its ends, or goes on, it does not cross. */
function isEnd(strands: readonly Strand[], a: Crossing['first'], b: Crossing['first']): boolean {
  if (a.strand !== b.strand) return false;
  const apart = Math.abs(a.at - b.at);
  return Math.min(apart, strands[a.strand]!.closed ? 1 - apart : apart) < 1e-4;
}

/** Where two pieces cross; null if they do not, touch, or follow one another. */
function meeting(p: Piece, q: Piece) {
  if (p.strand === q.strand && Math.abs(p.index - q.index) < 2) return null;
  const [rx, ry, sx, sy] = [p.b.x - p.a.x, p.b.y - p.a.y, q.b.x - q.a.x, q.b.y - q.a.y];
  const cross = rx * sy - ry * sx;
  const along = (x: number, y: number, long: number): Point => ({ x: x / long, y: y / long });
  const ways = [along(rx, ry, p.long), along(sx, sy, q.long)] as const;
  if (!(sineOf(ways) > LEAST_SINE)) return null;
  const [dx, dy] = [q.a.x - p.a.x, q.a.y - p.a.y];
  const t = (dx * sy - dy * sx) / cross;
  const u = (dx * ry - dy * rx) / cross;
  // Half open, so that a crossing at a joint of two pieces is counted once.
  if (!(t >= 0 && t < 1 && u >= 0 && u < 1)) return null;
  return { t, u, ways, point: { x: p.a.x + t * rx, y: p.a.y + t * ry } };
}

/**
 * Of each crossing, whether its first visit goes over: as it was chosen, as long as there are as many as then, in
 * order, or one is near where it was; the rest by the way. In turn, a strand goes over and under from one crossing to the
 * next, as in a knot.
 */
export function overs(
  crossings: readonly Crossing[],
  { way, choices }: Pick<Crossings, 'way' | 'choices'>,
): boolean[] {
  const visits = crossings
    .flatMap((c, i) => [
      { ...c.first, i, isFirst: true },
      { ...c.second, i, isFirst: false },
    ])
    .sort((a, b) => a.strand - b.strand || a.at - b.at);
  const turn = new Map<number, boolean>();
  visits.forEach((visit, k) => {
    if (visit.isFirst) turn.set(visit.i, k % 2 === 0);
  });
  return crossings.map((c, i) => {
    const known =
      choices.length === crossings.length ? choices[i] : choices.find((k) => away(k, c) < NEAR);
    return known?.firstOver ?? (way === 'alternate' ? turn.get(i)! : way === 'earlier');
  });
}

/** How far a choice lies from a crossing, shares of both strands; without end on others. */
const away = (k: CrossingChoice, c: Crossing): number =>
  k.first.strand === c.first.strand && k.second.strand === c.second.strand
    ? Math.abs(k.first.at - c.first.at) + Math.abs(k.second.at - c.second.at)
    : Infinity;

/** What of a line lies beneath itself, what lies above it there, and the rest: runs of its strands. */
export interface Layering {
  under: Run[];
  over: Run[];
  rest: Run[];
}

/**
 * The runs that go under at the crossings of a line whose body is so wide (px) and that is parted by a gap, those
 * that go over them, and all that does not go under. A run ends half way to the next visit of a crossing at most.
 */
export function layering(
  strands: readonly Strand[],
  crossings: readonly Crossing[],
  firstOver: readonly boolean[],
  body: number,
  gap: number,
): Layering {
  const totals = strands.map((s) => lengthsOf(s).at(-1) ?? 0);
  const visits = crossings.flatMap((c, i) => [
    { ...c.first, i, over: firstOver[i]! },
    { ...c.second, i, over: !firstOver[i]! },
  ]);
  const runs = visits.map((visit): Run => {
    const { closed } = strands[visit.strand]!;
    // Across the other's body and the gap, aslant, and on by its own width, so that its edge is covered whole.
    const reach = (body / 2 + gap) / sineOf(crossings[visit.i]!.ways) + body;
    const own = visits.filter((o) => o.strand === visit.strand && o !== visit);
    const total = totals[visit.strand]! || 1;
    const room = (side: number) =>
      own.reduce((least, o) => {
        const way = side * (o.at - visit.at);
        const d = closed ? ((way % 1) + 1) % 1 : way;
        return d > 1e-9 ? Math.min(least, d / 2) : least;
      }, 0.5);
    const from = visit.at - Math.min(reach / total, room(-1));
    const to = visit.at + Math.min(reach / total, room(1));
    return {
      ...{ strand: visit.strand, behind: !visit.over },
      ...{ from: closed ? from : Math.max(0, from), to: closed ? to : Math.min(1, to) },
    };
  });
  const under = runs.filter((r) => r.behind);
  return {
    under,
    over: runs.filter((r) => !r.behind),
    rest: strands.flatMap((s, strand) => beside(under, strand, s.closed)),
  };
}

/** What of a strand lies beside some runs of it. */
function beside(runs: readonly Run[], strand: number, closed: boolean): Run[] {
  const own = runs.filter((r) => r.strand === strand).sort((a, b) => a.from - b.from);
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return [{ strand, from: 0, to: 1, behind: false }];
  const between = own
    .slice(1)
    .map((r, i): Run => ({ strand, from: own[i]!.to, to: r.from, behind: false }));
  const ends: Run[] = closed
    ? [{ strand, from: last.to - 1, to: first.from, behind: false }]
    : [
        { strand, from: 0, to: first.from, behind: false },
        { strand, from: last.to, to: 1, behind: false },
      ];
  return [...ends, ...between].filter((r) => r.to - r.from > 1e-9);
}

/** What two lists of runs have in common; of a closed strand also a turn apart. `behind` is the first's. */
export function commonRuns(some: readonly Run[], others: readonly Run[]): Run[] {
  return some.flatMap((a) =>
    others
      .filter((b) => b.strand === a.strand)
      .flatMap((b) =>
        [-1, 0, 1].map((turn) => ({
          ...a,
          from: Math.max(a.from, b.from + turn),
          to: Math.min(a.to, b.to + turn),
        })),
      )
      .filter((r) => r.to - r.from > 1e-9),
  );
}
